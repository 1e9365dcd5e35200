import type { PackShot } from "../../domain/documents";
import { shotLine, takesWords } from "../../domain/ready/shots";
import { Press } from "../../ui/Press";

export const NO_SHOT = "";

/** What can be done with a shot: have the takes that are counted go to it, say whether it is in the can. */
type Acts = { choose: (id: string) => void; done: (id: string, done: boolean) => void };

/** The shots of a scene: which one is filmed, how many takes it has, whether it is in the can. acts: null to look only. */
export function ShotChoice({
  shots,
  chosen,
  countOf,
  doneOf,
  acts,
}: {
  shots: PackShot[];
  chosen: string;
  countOf: (id: string) => number;
  doneOf: (shot: PackShot) => boolean;
  acts: Acts | null;
}) {
  return (
    <fieldset className="mt-2">
      <legend className="text-note text-soft">
        {acts ? "Shot: the takes you count go to it" : "Shots of this scene"}
      </legend>
      <ul>
        {shots.map((one) => (
          <li key={one.id} className="flex items-stretch gap-2 border-b border-hair/60">
            {acts ? (
              <Choosable one={one} chosen={chosen} done={doneOf(one)} takes={countOf(one.id)} acts={acts} />
            ) : (
              <span className="flex flex-1 items-center justify-between gap-3 py-1">
                <Told one={one} takes={countOf(one.id)} done={doneOf(one)} />
                {doneOf(one) ? "Done" : ""}
              </span>
            )}
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

type Of = { one: PackShot; takes: number; done: boolean };

function Choosable({ one, takes, done, chosen, acts }: Of & { chosen: string; acts: Acts }) {
  return (
    <>
      <label className={`flex flex-1 items-center gap-3 py-1 ${one.id === chosen ? "bg-sea-wash" : ""}`}>
        <input
          type="checkbox"
          className="size-6 shrink-0 accent-(--sea)"
          aria-label={`Film ${one.shot.subject}, ${one.shot.size}`}
          checked={one.id === chosen}
          onChange={(event) => acts.choose(event.target.checked ? one.id : NO_SHOT)}
        />
        <Told one={one} takes={takes} done={done} />
      </label>
      <Press
        look={done ? "on" : "plain"}
        aria-pressed={done}
        aria-label={`${done ? "Done" : "Not yet"}: ${one.shot.subject}, ${one.shot.size}`}
        className="my-1"
        onClick={() => acts.done(one.id, !done)}
      >
        {done ? "Done" : "Not yet"}
      </Press>
    </>
  );
}

function Told({ one: { shot }, takes, done }: Of) {
  return (
    <span className={done ? "text-soft" : ""}>
      <span className="font-semibold">{shot.subject}</span>
      {shot.once_only ? <span className="text-signal">, once only</span> : null}
      <span className="block text-note text-soft">
        {shotLine(shot)}; {takesWords(takes, 0)}
      </span>
    </span>
  );
}
