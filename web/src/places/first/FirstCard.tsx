import { type ReactNode, useEffect, useState } from "react";
import type { Plan } from "../../domain/documents";
import { told, toldTogether } from "../../domain/wording";
import { AnswerHead } from "../bench/AnswerHead";

/** The set with its card: the answer, then what to dial in, in the order of its menu, then why and what is assumed. */
export function FirstCard({ plan, assumed, helps }: { plan: Plan; assumed: string[]; helps: ReactNode }) {
  const reasons = useReasons();
  return (
    <article aria-label="Your card" className="border rule bg-paper">
      <div className="px-4 pt-3">
        <AnswerHead plan={plan} />
      </div>
      {plan.cautions.length > 0 ? (
        <ul aria-label="Cautions" className="border-t rule px-4 py-2">
          {plan.cautions.map((one) => (
            <li key={one.kind}>{told(one.told)}</li>
          ))}
        </ul>
      ) : null}
      {helps}
      <ol className="grid sm:grid-cols-2">
        {plan.decisions.map((one) => (
          <li key={one.setting} className="border-t border-hair/60 px-4 py-1">
            <div className="flex justify-between gap-3">
              <span className="text-soft">{one.label}</span>
              <span className="text-right font-semibold">{one.text}</span>
            </div>
            {reasons ? (
              <p className="text-note leading-tight text-soft">{told(one.short ?? one.why)}</p>
            ) : null}
          </li>
        ))}
      </ol>
      {plan.practice.length > 0 ? (
        <p className="border-t rule px-4 py-2">{toldTogether(plan.practice.map((one) => one.told))}</p>
      ) : null}
      {assumed.length > 0 ? (
        <details className="border-t rule px-4 py-2 text-note text-soft">
          <summary>Assumed of this camera, until you know better</summary>
          <ul className="list-disc pl-4">
            {assumed.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </details>
      ) : null}
    </article>
  );
}

/** Whether reasons can be worded: their words are fetched once the card stands. */
function useReasons(): boolean {
  const [there, come] = useState(false);
  useEffect(() => {
    let shown = true;
    const fetched = () =>
      import("../../domain/wordingInside").then(
        () => shown && come(true),
        () => undefined,
      );
    const after = setTimeout(fetched, 0);
    return () => {
      shown = false;
      clearTimeout(after);
    };
  }, []);
  return there;
}
