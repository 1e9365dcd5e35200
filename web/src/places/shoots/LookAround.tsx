import { useNavigate } from "react-router";
import { useDiscard, useLookAround } from "../../state/shoots/madeUp";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

/** Open the made-up shoot as a copy that can be thrown away. */
export function LookAround() {
  const look = useLookAround();
  const go = useNavigate();
  return (
    <>
      <Button
        className="min-h-11"
        disabled={look.isPending}
        onClick={() => look.mutate(undefined, { onSuccess: (shoot) => go(`/shoots/${shoot.id}/day`) })}
      >
        {look.isPending ? "Making it up …" : "Look around in a made-up shoot"}
      </Button>
      {look.isError ? <Notice>{look.error.message}</Notice> : null}
    </>
  );
}

/** Throw the copy away, with what of its kit was not changed. */
export function Discard() {
  const discard = useDiscard();
  return (
    <Button look="quiet" className="text-soft" disabled={discard.isPending} onClick={() => discard.mutate()}>
      {discard.isPending ? "Clearing it away …" : "Made up, to look around: throw it away"}
    </Button>
  );
}
