import type { Coverage } from "../../domain/documents";
import { sentence, words } from "../../domain/format";
import { cellWords, SIZES } from "../../domain/ready/shots";
import { Button } from "../../ui/Button";

/** What of each object is listed, size by size, and from how many angles: what is missing stands out. */
export function CoverageGrid({ coverage, onAdd }: { coverage: Coverage; onAdd: (subject: string) => void }) {
  if (coverage.subjects.length === 0) return null;
  return (
    <section aria-label="Coverage" className="border rule bg-paper px-3 py-2">
      <h2 className="text-lead font-semibold">Coverage</h2>
      <table className="w-full text-small" aria-label="Sizes and angles of every object">
        <thead>
          <tr className="border-b-2 border-ink text-left text-note text-soft">
            <th className="py-0.5 pr-2 font-normal">Object</th>
            {SIZES.map((size) => (
              <th key={size} className="pr-2 font-normal">
                {sentence(size)}
              </th>
            ))}
            <th className="font-normal">Angles</th>
          </tr>
        </thead>
        <tbody>
          {coverage.subjects.map((one) => (
            <tr key={one.subject} className="border-b border-hair/50 align-baseline">
              <th scope="row" className="py-1 pr-2 text-left font-semibold">
                {one.subject}
                {one.must_have ? <span className="sr-only">, must have</span> : null}
                {one.missing.length || one.more_angles ? (
                  <Button
                    look="quiet"
                    className="no-print ml-1 px-1 py-0 text-fine text-soft"
                    aria-label={`Add what is missing of ${one.subject}`}
                    onClick={() => onAdd(one.subject)}
                  >
                    add
                  </Button>
                ) : null}
              </th>
              {SIZES.map((size) => {
                const told = cellWords(one, size);
                return (
                  <td key={size} className={`pr-2 ${told === "missing" ? "text-signal" : ""}`}>
                    {told}
                  </td>
                );
              })}
              <td
                className={one.more_angles ? "text-signal" : ""}
                title={one.angles.map((angle) => words(angle)).join(", ")}
              >
                {one.angles.length}
                {one.more_angles ? " of 2" : ""}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
