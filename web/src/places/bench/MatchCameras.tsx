import { Refused } from "../../domain/refused";
import { useMatch } from "../../state/taste/stances";
import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";

/** Let the cameras of a scene cut together: what was pinned on them, and what will differ all the same. */
export function MatchCameras({ sceneId }: { sceneId: string }) {
  const match = useMatch(sceneId);
  const answer = match.data;
  const close = () => match.reset();
  return (
    <>
      <Button look="quiet" className="text-soft" disabled={match.isPending} onClick={() => match.mutate()}>
        {match.isPending ? "Matching …" : "Match the cameras"}
      </Button>
      {answer || match.error ? (
        <Sheet
          open
          onOpenChange={close}
          title="Cameras matched"
          about="So that their shots cut together. Undo takes all of it back."
        >
          {match.error ? (
            <p role="alert" className="text-signal">
              {match.error instanceof Refused
                ? (match.error.fields[0]?.message ?? match.error.message)
                : "No connection: nothing was changed."}
            </p>
          ) : null}
          {answer ? (
            <>
              <ul aria-label="Pinned on every camera">
                {answer.match.matched.map((one) => (
                  <li key={one.setting} className="flex justify-between gap-4 border-b border-hair/50">
                    <span>
                      <span className="text-soft">{one.label}</span>{" "}
                      <span className="font-semibold">{one.words}</span>
                    </span>
                    <span className="text-note text-soft">
                      {one.cost < 0.05 ? "costs nothing" : `${one.cost.toFixed(1)} stops together`}
                    </span>
                  </li>
                ))}
              </ul>
              {answer.match.unmatched.length + answer.dropped.length > 0 ? (
                <section aria-label="What will differ" className="mt-3">
                  <h3 className="border-b rule text-small text-soft">What will differ all the same</h3>
                  <ul>
                    {answer.match.unmatched.map((one) => (
                      <li key={one.label}>
                        <span className="text-soft">{one.label}</span>: {one.words}.
                      </li>
                    ))}
                    {answer.dropped.map((words) => (
                      <li key={words}>{words}.</li>
                    ))}
                  </ul>
                </section>
              ) : null}
            </>
          ) : null}
        </Sheet>
      ) : null}
    </>
  );
}
