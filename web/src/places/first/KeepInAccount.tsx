import { useEffect, useRef } from "react";
import { useNavigate } from "react-router";
import { KINDS } from "../../domain/first/first";
import type { Said } from "../../state/first/first";
import { useKeep } from "../../state/first/keepFirst";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

/** Keep it in the account, and go on. */
export function KeepInAccount({ said, own, shoot }: { said: Said; own: boolean; shoot: string }) {
  const keep = useKeep();
  const go = useNavigate();
  const name = KINDS.find((one) => one.key === said.kind)?.name ?? "First scene";
  const then = (to: "card" | "bench") =>
    keep.mutate(
      { said, own, name, shoot },
      { onSuccess: (made) => go(to === "card" ? `/cards/${made.setup}` : `/scenes/${made.scene}`) },
    );
  // Whoever made an account to keep it has said so already.
  const begin = useRef(then);
  begin.current = then;
  useEffect(() => {
    if (said.wanted) begin.current("bench");
  }, [said.wanted]);
  if (keep.isPending) return <p role="status">Keeping it …</p>;
  return (
    <>
      <Button
        look="strong"
        className="min-h-11 px-5 text-head"
        disabled={keep.isPending}
        onClick={() => then("bench")}
      >
        Keep it, and refine it on the bench
      </Button>
      <Button className="min-h-11" disabled={keep.isPending} onClick={() => then("card")}>
        Keep it, and dial it in
      </Button>
      {keep.isError ? <Notice>{keep.error.message}</Notice> : null}
    </>
  );
}
