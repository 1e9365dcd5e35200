import type { PackShot } from "../../domain/documents";
import { shotLine } from "../../domain/shots";
import { Press } from "./Press";

export const NO_SHOT = "";

/** The shots of a scene: which one is filmed, how many takes it has, whether it is in the can. */
export function ShotChoice({
  shots,
  chosen,
  onChoose,
  countOf,
  doneOf,
  onDone,
}: {
  shots: PackShot[];
  chosen: string;
  onChoose: (id: string) => void;
  countOf: (id: string) => number;
  doneOf: (shot: PackShot) => boolean;
  onDone: ((id: string, done: boolean) => void) | null;
}) {
  return (
    <fieldset className="mt-2">
      <legend className="text-note text-soft">Shot: the takes you count go to it</legend>
      <ul>
        {shots.map((one) => {
          const takes = countOf(one.id);
          const done = doneOf(one);
          return (
            <li key={one.id} className="flex items-stretch gap-2 border-b border-hair/60">
              <label
                className={`flex flex-1 items-center gap-3 py-1 ${one.id === chosen ? "bg-sea-wash" : ""}`}
              >
                <input
                  type="checkbox"
                  className="size-6 shrink-0 accent-(--sea)"
                  aria-label={`Film ${one.shot.subject}, ${one.shot.size}`}
                  checked={one.id === chosen}
                  onChange={(event) => onChoose(event.target.checked ? one.id : NO_SHOT)}
                />
                <span className={done ? "text-soft" : ""}>
                  <span className="font-semibold">{one.shot.subject}</span>
                  {one.shot.once_only ? <span className="text-signal">, once only</span> : null}
                  <span className="block text-note text-soft">
                    {shotLine(one.shot)}; {takes} take{takes === 1 ? "" : "s"}
                  </span>
                </span>
              </label>
              {onDone ? (
                <Press
                  look={done ? "on" : "plain"}
                  aria-pressed={done}
                  aria-label={`${done ? "Done" : "Not yet"}: ${one.shot.subject}, ${one.shot.size}`}
                  className="my-1"
                  onClick={() => onDone(one.id, !done)}
                >
                  {done ? "Done" : "Not yet"}
                </Press>
              ) : done ? (
                <span className="self-center">Done</span>
              ) : null}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}
