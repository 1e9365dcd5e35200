import type { SetupView } from "../../domain/documents";
import { choosePin, type Perform, releasePins } from "../../state/bench/acts";
import { Button } from "../../ui/Button";

/** Wishes that cannot be had together, the limit that says so, and the ways out. */
export function ConflictPanel({
  outcome,
  setup,
  perform,
}: {
  outcome: SetupView["outcome"];
  setup: SetupView;
  perform: Perform;
}) {
  if (outcome.outcome === "plan") return null;
  if (outcome.outcome === "refused") {
    return (
      <div role="alert" className="m-4 border-l-4 border-signal bg-signal-wash px-4 py-3">
        <h2 className="text-verdict">This scene is beyond {outcome.device_name}</h2>
        {outcome.problems.map((problem) => (
          <p key={problem.path.join(".")} className="mt-1">
            {problem.message}.
          </p>
        ))}
      </div>
    );
  }
  return (
    <div role="alert" className="m-4 border-l-4 border-signal bg-signal-wash px-4 py-3">
      <h2 className="text-verdict">{outcome.words}</h2>
      <p className="mt-1">{outcome.limit}</p>
      {outcome.ways_out.length > 0 ? <h3 className="mt-3 mb-1">Ways out</h3> : null}
      <ul className="grid gap-1.5">
        {outcome.ways_out.map((way) => (
          <li key={way.words}>
            <Button
              className="text-left"
              onClick={() =>
                perform(() =>
                  choosePin(setup.id, way.release, outcome.wishes.length === 1 ? way.becomes : null),
                )
              }
            >
              {way.words}
            </Button>
          </li>
        ))}
      </ul>
      <Button look="signal" className="mt-3" onClick={() => perform(() => releasePins(setup.id))}>
        Release all pins
      </Button>
    </div>
  );
}
