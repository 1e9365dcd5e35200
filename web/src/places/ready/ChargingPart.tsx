import { lasting } from "../../domain/budget";
import type { ReadyView, StockView } from "../../domain/documents";
import { chargerPlans, nextState } from "../../domain/ready";
import { useSayPiece } from "../../state/ready";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

/** What goes on which charger, round by round, and how every cell and card stands. */
export function ChargingPart({ ready }: { ready: ReadyView }) {
  const say = useSayPiece();
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
                    <td className="pr-3 text-soft">{index === 0 ? "first" : "then"}</td>
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
        <ul>
          {ready.stock.map((one) => (
            <Pieces
              key={one.key}
              stock={one}
              onSay={(number, state) => say.mutate({ key: one.key, number, state })}
            />
          ))}
        </ul>
        {say.isError ? <Notice>{say.error.message}</Notice> : null}
      </div>
    </section>
  );
}

const LOOK: Record<string, string> = {
  ready: "border-sea bg-sea text-on-sea",
  "in-use": "border-sea bg-sea-wash",
  spent: "border-hair",
};

/** The pieces of one kind, each a button that goes round; all of them at once beside. */
function Pieces({
  stock,
  onSay,
}: {
  stock: StockView;
  onSay: (number: number, state: "ready" | "in-use" | "spent") => void;
}) {
  return (
    <li className="flex flex-wrap items-center gap-2 border-b border-hair/50 py-1">
      <span className="min-w-40 flex-1">{stock.label}</span>
      {stock.pieces.map((piece) => (
        <button
          key={piece.number}
          type="button"
          className={`min-h-8 rounded-sm border px-2 text-note max-md:min-h-11 ${LOOK[piece.state ?? "spent"]} ${piece.state ? "" : "border-dashed italic"}`}
          aria-label={`${stock.label} no. ${piece.number}: ${piece.words}`}
          onClick={() => onSay(piece.number, nextState(piece.state))}
        >
          {piece.number} {piece.words}
        </button>
      ))}
      <Button look="quiet" className="no-print text-note text-soft" onClick={() => onSay(0, "ready")}>
        all {stock.choices.ready}
      </Button>
    </li>
  );
}
