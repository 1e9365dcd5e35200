import { useState } from "react";
import type { RuleView } from "../../domain/documents";
import { words } from "../../domain/format";
import { Refused } from "../../domain/refused";
import { byRoom, matching } from "../../domain/taste/numbers";
import { useWeigh } from "../../state/taste/stances";
import { Button } from "../../ui/Button";

/** Every price with its weight, unit and source, by room; the weights can be one's own. */
export function Numbers({ rules }: { rules: RuleView[] }) {
  const [sought, setSought] = useState("");
  const rooms = byRoom(matching(rules, sought));
  return (
    <section aria-label="Numbers" className="border rule bg-paper">
      <header className="border-b-2 border-ink px-4 py-2">
        <h2 className="text-verdict">The numbers behind the plans</h2>
        <p className="max-w-[46rem] text-note text-soft">
          A plan is the cheapest set. Each reason costs its weight for every stop, share or step it is off, in
          one currency: stops. Weights are practice, not physics: change what you know better. 0 means that it
          does not count. Every price that moves a plan stands here.
        </p>
        <label className="mt-1 flex items-baseline gap-2 text-small">
          <span className="text-soft">Find</span>
          <input
            className="w-56 rounded-sm border rule bg-paper px-1.5"
            value={sought}
            onChange={(event) => setSought(event.target.value)}
          />
        </label>
      </header>
      {rooms.length === 0 ? (
        <p className="px-4 py-3 text-small text-soft">No number is called that.</p>
      ) : null}
      <div className="grid gap-x-8 px-4 py-3 lg:grid-cols-2">
        {rooms.map(({ room, groups }) => (
          <section key={room} aria-label={`Numbers of ${room}`} className="mb-4 h-fit text-small">
            <h3 className="border-b rule font-title text-lead font-semibold">{room}</h3>
            {groups.map(({ head, rest }) => (
              <Group key={head.key} head={head} rest={rest} open={sought !== ""} />
            ))}
          </section>
        ))}
      </div>
    </section>
  );
}

/** A price, with the finer ones behind it folded away. */
function Group({ head, rest, open }: { head: RuleView; rest: RuleView[]; open: boolean }) {
  const own = rest.filter((rule) => rule.own != null).length;
  return (
    <>
      <Rule rule={head} />
      {rest.length ? (
        <details open={open} className="border-b border-hair/60 pl-4">
          <summary className="cursor-pointer py-0.5 text-fine text-soft">
            {rest.length} number{rest.length === 1 ? "" : "s"} behind it
            {own ? <b className="font-semibold text-ink">, {own} your own</b> : null}
          </summary>
          {rest.map((rule) => (
            <Rule key={rule.key} rule={rule} />
          ))}
        </details>
      ) : null}
    </>
  );
}

function Rule({ rule }: { rule: RuleView }) {
  const weigh = useWeigh();
  const [typed, setTyped] = useState<string | null>(null);
  const own = rule.own ?? null;
  const shown = typed ?? String(own ?? rule.weight);
  const refused = weigh.error instanceof Refused ? weigh.error : null;
  const keep = () => {
    if (typed === null) return;
    if (Number(typed) === (own ?? rule.weight)) return setTyped(null);
    weigh.mutate({ key: rule.key, weight: typed.trim() }, { onSuccess: () => setTyped(null) });
  };
  return (
    <div className="flex items-baseline justify-between gap-3 border-b border-hair/60 py-0.5">
      <div>
        {rule.label}
        <span className="block text-fine text-soft">
          {rule.assumed ? "" : "Source: "}
          {rule.source}
          {rule.axis ? `; moved by ${rule.axis.toLowerCase()}` : ""}
          {rule.about.length ? `; about ${rule.about.map(words).join(", ")}` : ""}
        </span>
      </div>
      <div className="w-40 shrink-0 text-right whitespace-nowrap">
        {own !== null ? (
          <Button
            look="quiet"
            className="px-1.5 py-0 text-fine text-soft"
            onClick={() => weigh.mutate({ key: rule.key, weight: null }, { onSuccess: () => setTyped(null) })}
          >
            back to {rule.weight}
          </Button>
        ) : null}
        <input
          aria-label={`Weight of ${rule.label}`}
          aria-invalid={Boolean(refused)}
          inputMode="decimal"
          className={`w-14 rounded-sm border bg-paper px-1.5 text-right rule aria-[invalid=true]:border-signal ${own !== null ? "font-semibold" : ""}`}
          value={shown}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
          }}
        />
        {refused ? (
          <p role="alert" className="text-fine whitespace-normal text-signal">
            {refused.fields[0]?.message ?? refused.message}
          </p>
        ) : null}
        <span className="block text-fine whitespace-normal text-soft">{rule.unit}</span>
      </div>
    </div>
  );
}
