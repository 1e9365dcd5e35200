import { useState } from "react";
import { Refused, type RuleView } from "../../api/client";
import { words } from "../../domain/format";
import { useWeigh } from "../../state/stances";
import { Button } from "../../ui/Button";

const ROOMS = ["Exposure", "Motion", "Picture", "Recording"];

/** Every consideration with its weight and source; the weights can be one's own. */
export function Numbers({ rules }: { rules: RuleView[] }) {
  return (
    <section aria-label="Numbers" className="border rule bg-paper">
      <header className="border-b-2 border-ink px-4 py-2">
        <h2 className="text-[20px]">The numbers behind the plans</h2>
        <p className="max-w-[46rem] text-[12.5px] text-soft">
          A plan is the cheapest set. Each reason costs its weight for every stop, share or step it is off, in
          one currency: stops. Weights are practice, not physics: change what you know better. 0 means that it
          does not count. Simpler settings follow a rule each and say it where they stand.
        </p>
      </header>
      <div className="grid gap-x-8 px-4 py-3 lg:grid-cols-2">
        {ROOMS.map((room) => (
          <table key={room} className="mb-4 h-fit w-full text-[13px]" aria-label={`Numbers of ${room}`}>
            <caption className="border-b rule text-left font-title text-[16px] font-semibold">{room}</caption>
            <thead className="sr-only">
              <tr>
                <th>Reason</th>
                <th>Weight</th>
              </tr>
            </thead>
            <tbody>
              {rules
                .filter((rule) => rule.room === room)
                .map((rule) => (
                  <Rule key={rule.key} rule={rule} />
                ))}
            </tbody>
          </table>
        ))}
      </div>
    </section>
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
    <tr className="border-b border-hair/60 align-baseline">
      <th scope="row" className="py-0.5 text-left font-normal">
        {rule.label}
        <span className="block text-[12px] text-soft">
          {rule.assumed ? "" : "Source: "}
          {rule.source}
          {rule.axis ? `; moved by ${rule.axis.toLowerCase()}` : ""}
          {rule.about.length ? `; about ${rule.about.map(words).join(", ")}` : ""}
        </span>
      </th>
      <td className="w-40 py-0.5 text-right whitespace-nowrap">
        {own !== null ? (
          <Button
            look="quiet"
            className="px-1.5 py-0 text-[12px] text-soft"
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
          <p role="alert" className="text-[12px] whitespace-normal text-signal">
            {refused.fields[0]?.message ?? refused.message}
          </p>
        ) : null}
      </td>
    </tr>
  );
}
