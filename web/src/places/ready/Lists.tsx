import { type ReactNode, useState } from "react";
import type { OwnLine, ReadyView } from "../../domain/documents";
import { byGroup } from "../../domain/ready/ready";
import { told, toldTogether } from "../../domain/wording";
import { newId } from "../../state/ids";
import { Button } from "../../ui/Button";

type OnTick = (key: string, done: boolean) => void;
const UNLIKE_OWNED: Record<string, string> = { "to-buy": "to buy", "to-borrow": "to borrow" };

/** A part of the preparation, with how much of it is open. */
function Part({ name, open, children }: { name: string; open?: number; children: ReactNode }) {
  return (
    <section aria-label={name} className="border rule bg-paper">
      <h2 className="flex items-baseline justify-between border-b-2 border-ink px-3 py-1 text-lead font-semibold">
        {name}
        {open === undefined ? null : (
          <span className="text-note font-normal text-soft">{open ? `${open} to go` : "all done"}</span>
        )}
      </h2>
      <div className="px-3 py-1">{children}</div>
    </section>
  );
}

/** One line that is ticked: large enough for a thumb. */
function Line({
  done,
  onTick,
  words,
  beside,
  after,
  stands = false,
}: {
  done: boolean;
  onTick: (done: boolean) => void;
  words: string;
  beside?: string;
  after?: ReactNode;
  /** It is not crossed out: it holds after it was ticked, too. */
  stands?: boolean;
}) {
  return (
    <li className="flex min-h-8 items-center gap-2 border-b border-hair/50 max-md:min-h-11">
      <label className="flex min-w-0 flex-1 items-baseline gap-2 py-1">
        <input
          type="checkbox"
          className="size-4 shrink-0 self-center accent-(--sea)"
          checked={done}
          onChange={(event) => onTick(event.target.checked)}
        />
        <span className="min-w-0">
          <span className={done && !stands ? "text-soft line-through decoration-1" : ""}>{words}</span>
          {beside ? <span className="ml-2 text-note text-soft">{beside}</span> : null}
        </span>
      </label>
      {after}
    </li>
  );
}

/** What can hurt somebody: three of them acknowledged once a shoot, the others told. */
export function Cautions({ ready, onTick }: { ready: ReadyView; onTick: OnTick }) {
  if (ready.cautions.length === 0) return null;
  const others = ready.cautions.filter((one) => !one.once);
  return (
    <section aria-label="To mind" className="mt-2 border-l-4 border-signal bg-paper px-3 py-1">
      <ul>
        {ready.cautions
          .filter((one) => one.once)
          .map((one) => (
            <Line
              key={one.tick}
              done={one.done}
              stands
              onTick={(done) => onTick(one.tick, done)}
              words={toldTogether(one.told)}
              beside={
                one.done ? `${one.scenes.join(", ")}; minded` : `${one.scenes.join(", ")}; tick when minded`
              }
            />
          ))}
      </ul>
      {others.length ? (
        <p className="py-1 text-small text-soft">{toldTogether(others.flatMap((one) => one.told))}</p>
      ) : null}
    </section>
  );
}

export function Packing({ ready, onTick }: { ready: ReadyView; onTick: OnTick }) {
  if (ready.packing.length === 0) return null;
  return (
    <Part name="To pack" open={ready.packing.filter((one) => !one.done).length}>
      <ul>
        {ready.packing.map((one) => (
          <Line
            key={one.tick}
            done={one.done}
            onTick={(done) => onTick(one.tick, done)}
            words={`${one.count > 1 ? `${one.count} × ` : ""}${told(one.label)}`}
            beside={[UNLIKE_OWNED[one.come_by], one.scenes.join(", ")].filter(Boolean).join("; ")}
          />
        ))}
      </ul>
    </Part>
  );
}

export function Checks({ ready, onTick }: { ready: ReadyView; onTick: OnTick }) {
  if (ready.checks.length === 0) return null;
  return (
    <Part name="To do" open={ready.checks.filter((one) => !one.done).length}>
      {byGroup(ready.checks).map(({ group, label, checks }) => (
        <section key={group} aria-label={label}>
          <h3 className="mt-1 text-note text-soft">{label}</h3>
          <ul>
            {checks.map((one) => (
              <Line
                key={one.key}
                done={one.done}
                onTick={(done) => onTick(one.key, done)}
                words={told(one.told)}
                beside={one.group === "cameras" || one.group === "time" ? "" : one.scenes.join(", ")}
              />
            ))}
          </ul>
        </section>
      ))}
    </Part>
  );
}

/** Lines of one's own: written at the end, said otherwise in their place, struck and put back. */
export function OwnLines({
  ready,
  onTick,
  onWrite,
  onStrike,
}: {
  ready: ReadyView;
  onTick: OnTick;
  onWrite: (id: string, text: string) => void;
  onStrike: (id: string) => void;
}) {
  const [typed, setTyped] = useState("");
  const [struck, setStruck] = useState<OwnLine | null>(null);
  const add = () => {
    if (typed.trim() === "") return;
    onWrite(newId(), typed);
    setTyped("");
  };
  return (
    <Part name="Your own" open={ready.own.length ? ready.own.filter((one) => !one.done).length : undefined}>
      <ul>
        {ready.own.map((one) => (
          <Line
            key={one.id}
            done={one.done}
            onTick={(done) => onTick(`own ${one.id}`, done)}
            words={one.text}
            after={
              <Button
                look="quiet"
                className="no-print text-note text-soft"
                aria-label={`Strike ${one.text}`}
                onClick={() => {
                  setStruck(one);
                  onStrike(one.id);
                }}
              >
                Strike
              </Button>
            }
          />
        ))}
      </ul>
      {struck ? (
        <p role="status" className="no-print py-1 text-note">
          “{struck.text}” is struck.{" "}
          <Button
            look="quiet"
            onClick={() => {
              onWrite(struck.id, struck.text);
              setStruck(null);
            }}
          >
            Put it back
          </Button>
        </p>
      ) : null}
      <form
        className="no-print flex gap-2 py-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <input
          aria-label="A line of your own"
          placeholder="Ask the harbour, take the thermos …"
          maxLength={200}
          className="min-w-0 flex-1 rounded-sm border rule bg-paper px-2 py-1"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button type="submit">Add</Button>
      </form>
    </Part>
  );
}
