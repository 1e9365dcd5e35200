import { unsafe } from "../../domain/bench/answers";
import { TONES } from "../../domain/bench/verdicts";
import type { Plan } from "../../domain/documents";
import { shutterOf } from "../../domain/habits";
import { told } from "../../domain/wording";

/** The answer first: one sentence, and the four values that matter most, large. */
export function AnswerHead({ plan }: { plan: Plan }) {
  const answer = plan.answer;
  if (!answer) return <p className="text-verdict font-semibold">{plan.headline}</p>;
  const cautions = plan.cautions.length;
  const shutter = plan.decisions.find((one) => one.setting === "shutter");
  return (
    <div className="mb-2" data-testid="answer">
      <p className={`text-lead font-semibold ${unsafe(plan) ? "text-signal" : TONES[answer.verdict]}`}>
        {told(answer.line)}
        {cautions > 0 ? (
          <span className="font-normal text-soft">
            {" "}
            · {cautions} caution{cautions > 1 ? "s" : ""}
          </span>
        ) : null}
      </p>
      <dl className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 sm:flex sm:flex-wrap sm:gap-x-10">
        {answer.values.map((value) => (
          <div key={value.label}>
            <dt className="text-fine text-soft">{value.label}</dt>
            <dd className="font-title text-verdict leading-tight font-semibold sm:whitespace-nowrap">
              {value.text === shutter?.text ? (shutterOf(plan.decisions) ?? value.text) : value.text}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
