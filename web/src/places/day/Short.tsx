import { useState } from "react";
import type { DayView, Remedy, ShortView } from "../../domain/documents";
import { shortSentence } from "../../domain/ready/budget";
import { told as worded } from "../../domain/wording";
import { useShortages, useTakeRemedy } from "../../state/ready/budget";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

/** What the day is short of, where the eye lands; what makes up for it behind a button. */
export function Short({ day }: { day: DayView }) {
  const [open, setOpen] = useState(false);
  const short = day.budget.short;
  const found = useShortages(day.shoot_id, JSON.stringify(short), open && short.length > 0);
  const [first, ...rest] = short;
  if (!first) return null;
  return (
    <section
      aria-label="What is short"
      className="my-1 border-l-4 border-signal bg-paper px-3 py-1 text-small"
    >
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-semibold text-signal">{shortSentence(first, day.jump)}</span>
        {rest.length ? <span className="text-soft">and {rest.length} more</span> : null}
        <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Fold away" : "What helps"}
        </Button>
      </p>
      {open && found.isPending ? (
        <p role="status" className="text-soft">
          Going through the day with this and that …
        </p>
      ) : null}
      {open && found.isError ? <Notice>{found.error.message}</Notice> : null}
      {open && found.data
        ? found.data.map((one) => (
            <Mended
              key={`${one.short.kind} ${one.short.minute}`}
              one={one}
              day={day}
              alone={found.data.length === 1}
            />
          ))
        : null}
    </section>
  );
}

/** One shortage with what makes up for it, the cheapest first. */
function Mended({ one, day, alone }: { one: ShortView; day: DayView; alone: boolean }) {
  const take = useTakeRemedy(day.shoot_id);
  return (
    <div className="my-1 border-t border-hair/60 pt-1">
      {alone ? null : <p>{shortSentence(one.short, day.jump)}</p>}
      {one.remedies.length === 0 ? (
        <p className="text-soft">
          Nothing single makes up for it: film less of the scene, or give it to another camera.
        </p>
      ) : (
        <ul>
          {one.remedies.map((remedy) => (
            <li
              key={`${remedy.kind} ${worded(remedy.label)}`}
              className="flex flex-wrap items-baseline gap-x-3 border-b border-hair/40 py-0.5"
            >
              <span className="font-semibold">{worded(remedy.label)}</span>
              <span className="text-soft">{told(remedy, one)}</span>
              {remedy.item || remedy.setting ? (
                <Button
                  className="ml-auto px-1.5 py-0"
                  disabled={take.isPending}
                  onClick={() => take.mutate({ setup_id: one.setup_id ?? null, remedy })}
                >
                  {remedy.item ? "Into the bag, to buy" : "Take it"}
                </Button>
              ) : null}
            </li>
          ))}
        </ul>
      )}
      {take.isError ? <Notice>{take.error.message}</Notice> : null}
    </div>
  );
}

/** What a remedy does and costs. */
function told(remedy: Remedy, { short }: ShortView): string {
  const unit = { "card-speed": "MB/s", cards: "GB", room: "GB" }[short.kind as string] ?? "min";
  const left =
    remedy.left > 0.005 ? `${remedy.left.toFixed(1)} ${unit} still short` : "nothing short any more";
  const cost = remedy.cost > 0.05 ? `${remedy.cost.toFixed(1)} stops of picture` : "costs no picture";
  return [worded(remedy.told), left, cost].join("; ");
}
