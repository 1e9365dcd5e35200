import { memo } from "react";
import type { Plan } from "../../domain/documents";
import { levelBare, levelUnit, sentence, stops } from "../../domain/format";
import { Tip } from "../../ui/Tip";

/** What the camera does in the darkest, expected and brightest light: the diagram as a table. */
export const LightTable = memo(function LightTable({ plan }: { plan: Plan }) {
  return (
    <table className="mt-1 w-full text-note" aria-label="What the camera does as the light moves">
      <thead>
        <tr className="border-b rule text-soft">
          <th className="text-left font-normal">Light</th>
          <th className="text-right font-normal">{levelUnit()}</th>
          <th className="text-right font-normal">Shutter</th>
          <th className="text-right font-normal">ISO</th>
          <th className="text-right font-normal">Off aim</th>
          <th className="text-right font-normal">
            <Tip words="Signal to noise at mid grey, and three stops under">S/N grey, shadow</Tip>
          </th>
        </tr>
      </thead>
      <tbody>
        {plan.in_light.map((row) => (
          <tr key={row.name} className="border-b border-hair/50">
            <th scope="row" className="text-left font-normal">
              {sentence(row.name)}
            </th>
            <td className="text-right">{levelBare(row.ev100)}</td>
            <td className="text-right">{row.shutter_text}</td>
            <td className="text-right">{row.iso}</td>
            <td
              className={`text-right ${Math.abs(row.error_stops) > 0.5 ? "font-semibold text-signal" : ""}`}
            >
              {stops(row.error_stops)}
            </td>
            <td className="text-right">
              {row.snr_mid.toFixed(0)}, {row.snr_shadow.toFixed(0)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
});
