import type { ReadyView } from "../../domain/documents";
import { lasting } from "../../domain/ready/budget";
import { chargerPlans, roundWords } from "../../domain/ready/ready";
import { StockList } from "../StockList";

/** What goes on which charger, round by round, and how every cell and card stands. */
export function ChargingPart({ ready }: { ready: ReadyView }) {
  const plans = chargerPlans(ready.charging.turns);
  if (ready.stock.length === 0 && plans.length === 0) return null;
  return (
    <section aria-label="Charging" className="border rule bg-paper">
      <h2 className="border-b-2 border-ink px-3 py-1 text-lead font-semibold">Charging</h2>
      <div className="px-3 py-1">
        {plans.length ? (
          <table className="w-full text-small" aria-label="What goes on which charger">
            <tbody>
              {plans.map((plan) =>
                plan.rounds.map((round, index) => (
                  <tr key={`${plan.key} ${round.number}`} className="border-b border-hair/50 align-baseline">
                    <th scope="row" className="py-1 pr-3 text-left font-semibold whitespace-nowrap">
                      {index === 0 ? plan.label : <span className="sr-only">{plan.label}</span>}
                    </th>
                    <td className="pr-3 whitespace-nowrap text-soft">
                      {roundWords(round, index, ready.begin)}
                    </td>
                    <td className="pr-3">{round.cells}</td>
                    <td className="text-right whitespace-nowrap">{lasting(round.minutes)}</td>
                  </tr>
                )),
              )}
            </tbody>
          </table>
        ) : (
          <p className="py-1 text-small">Every cell that the shoot takes, and a spare, is charged.</p>
        )}
        <p className="mt-2 text-note text-soft">
          How they stand now; tap to change. What was not said counts as empty.
        </p>
        <StockList stock={ready.stock} />
      </div>
    </section>
  );
}
