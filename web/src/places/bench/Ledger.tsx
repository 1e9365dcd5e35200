import { memo } from "react";
import type { Plan } from "../../domain/documents";
import { stops } from "../../domain/format";

/** The exposure as a sum anyone can check. */
export const Ledger = memo(function Ledger({ plan }: { plan: Plan }) {
  const left = plan.ledger.leftover_stops;
  const meaning = Math.abs(left) < 0.05 ? "as aimed" : left > 0 ? "too bright" : "too dark";
  return (
    <table className="mt-3 w-full" aria-label="Stop ledger in the expected light">
      <caption className="border-b rule text-left font-title text-lead font-semibold">
        Stop ledger <span className="font-sans text-fine font-normal text-soft">in the expected light</span>
      </caption>
      <tbody>
        {plan.ledger.lines.map((line) => (
          <tr key={line.label} className="border-b border-hair/50 align-baseline">
            <th scope="row" className="w-36 whitespace-nowrap text-left font-normal">
              {line.label}
            </th>
            <td className="text-note text-soft">{line.detail}</td>
            <td className="w-16 text-right font-semibold">{stops(line.stops, 2)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr className="border-t-2 border-ink">
          <th scope="row" className="text-left">
            Left over
          </th>
          <td className="text-soft">{meaning}</td>
          <td className="text-right text-head font-bold">{stops(left, 2)}</td>
        </tr>
      </tfoot>
    </table>
  );
});
