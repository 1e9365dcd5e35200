import { memo } from "react";
import type { Plan } from "../../domain/documents";
import { told } from "../../domain/wording";
import { Tip } from "../../ui/Tip";

/** The numbers of the set, each with its unit; the formula on the figure itself. */
export const Figures = memo(function Figures({ plan }: { plan: Plan }) {
  return (
    <section aria-label="Figures" className="mt-3">
      <h3 className="border-b rule text-lead font-semibold">Figures</h3>
      <dl className="mt-1 grid grid-cols-2 gap-x-6 ">
        {plan.figures.map((figure) => (
          <div key={figure.key} className="flex items-baseline justify-between gap-2 border-b border-hair/50">
            <dt className="text-note text-soft">
              <Tip words={told(figure.how)}>{figure.label}</Tip>
            </dt>
            <dd className="whitespace-nowrap">
              <span className="font-semibold">{told(figure.text)}</span>{" "}
              {typeof figure.text === "object" ? null : (
                <span className="text-fine text-soft">{figure.unit}</span>
              )}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
});
