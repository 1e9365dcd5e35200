import { useNavigate, useParams } from "react-router";
import { shownWords } from "../../domain/kit/sharing";
import { useShared, useTakeShared } from "../../state/kit/shares";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";

/** What somebody shows by a link, to be taken into one's own kit. */
export function SharedPlace() {
  const { link = "" } = useParams();
  const shared = useShared(link);
  const take = useTakeShared(link);
  const go = useNavigate();
  if (shared.isPending) return <Waiting what="what is shared" />;
  if (shared.isError)
    return (
      <main className="mx-auto w-full max-w-[40rem] p-6">
        <Notice>{shared.error.message}</Notice>
      </main>
    );
  return (
    <div className="mx-auto w-full max-w-[40rem] p-6">
      <h1 className="text-great">{shownWords(shared.data)}</h1>
      <p className="my-2 text-soft">
        Shared with you. Taken into your kit it is your own copy, beside what is there; undo takes it out
        again.
      </p>
      {shared.data.things.length > 0 ? (
        <ul className="mb-3 border-t rule">
          {shared.data.things.map((thing, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two things may be called the same
            <li key={index} className="border-b rule py-0.5">
              {thing}
            </li>
          ))}
        </ul>
      ) : null}
      {take.error ? <Notice>{take.error.message}</Notice> : null}
      <Button
        look="strong"
        className="min-h-11"
        disabled={take.isPending}
        onClick={() =>
          take.mutate(undefined, { onSuccess: ([camera]) => go(camera ? `/kit/${camera.id}` : "/kit") })
        }
      >
        {take.isPending ? "Taking it in …" : "Take it into my kit"}
      </Button>
    </div>
  );
}
