import { memo, type ReactNode, useCallback, useState } from "react";
import type { Decision, Plan } from "../../domain/documents";
import { shutterOf } from "../../domain/habits";
import { told } from "../../domain/wording";
import { type Perform, releasePins } from "../../state/bench/acts";
import { useVocabulary } from "../../state/queries";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { AnswerHead } from "./AnswerHead";
import { DecisionRow } from "./DecisionRow";
import { Helps } from "./Helps";
import { SceneBag } from "./SceneBag";
import type { Tried } from "./ScenePicture";

const TABLED = ["Frame", "Recording", "Exposure", "Colour"];

/** The whole set: every setting, why, and what else was close. */
export const SetPanel = memo(function SetPanel({
  plan,
  setupId,
  made,
  asking,
  perform,
  problem,
  onTry,
  picture,
}: {
  plan: Plan;
  setupId: string;
  /** What the plan is made from, and whether questions about it may be asked now. */
  made: string;
  asking: boolean;
  perform: Perform;
  /** Why the last wish was refused; told where it was made. */
  problem: string;
  /** Told of a value that is rested on, and of its end. */
  onTry: (tried: Tried | null) => void;
  /** The picture, where it stands among the answers. */
  picture: ReactNode;
}) {
  const vocabulary = useVocabulary();
  const [open, setOpen] = useState<string | null>(null);
  const rooms = vocabulary.data?.rooms ?? TABLED;
  const pinned = plan.decisions.filter((decision) => decision.pinned).length;
  const flip = useCallback(
    (setting: string) => setOpen((before) => (before === setting ? null : setting)),
    [],
  );
  const row = (decision: Decision) => (
    <DecisionRow
      key={decision.setting}
      decision={decision}
      open={open === decision.setting}
      onOpen={flip}
      setupId={setupId}
      perform={perform}
      onTry={onTry}
      brief={!TABLED.includes(decision.room)}
      problem={open === decision.setting ? problem : ""}
      told={decision.setting === "shutter" ? shutterOf(plan.decisions) : null}
    />
  );
  return (
    <div className="px-4 py-2.5">
      <div className="flex items-start gap-3">
        <div className="min-w-0 flex-1">
          <AnswerHead plan={plan} />
          <h2 aria-live="polite" className="mb-1.5 text-note font-normal text-soft" data-testid="headline">
            {plan.headline}
          </h2>
        </div>
        {pinned > 0 ? (
          <Button className="ml-auto shrink-0" onClick={() => perform(() => releasePins(setupId))}>
            Release {pinned} pin{pinned > 1 ? "s" : ""}
          </Button>
        ) : null}
      </div>
      {picture}
      {problem && open === null ? <Notice>{problem}</Notice> : null}
      {plan.prices.length > 0 ? (
        <ul
          aria-label="What this set pays"
          className="mb-2 border-l-4 border-signal bg-signal-wash px-3 py-1"
        >
          {plan.prices.map((price) => (
            <li key={price.label}>
              <span className="font-semibold text-signal">{price.label}</span>: {told(price.told)}
            </li>
          ))}
        </ul>
      ) : null}
      <Helps setupId={setupId} made={made} wanted={asking} steady={plan.answer?.steady} />
      {rooms.map((room) => {
        const decisions = plan.decisions.filter((decision) => decision.room === room);
        if (decisions.length === 0) return null;
        return (
          <section key={room} aria-label={room} className="mb-1.5">
            <h3 className="border-b rule text-small text-soft">{room}</h3>
            <ul className={TABLED.includes(room) ? "" : "grid grid-cols-2 gap-x-4"}>{decisions.map(row)}</ul>
          </section>
        );
      })}
      <SceneBag plan={plan} setupId={setupId} />
      {plan.practice.length > 0 ? (
        <section aria-label="On the spot" className="mt-2">
          <h3 className="border-b rule text-small text-soft">On the spot</h3>
          <ul className="mt-1 list-disc pl-4">
            {plan.practice.map((one) => (
              <li key={one.kind}>{told(one.told)}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {plan.cautions.length > 0 ? (
        <section aria-label="Cautions" className="mt-2">
          <h3 className="border-b rule text-small text-soft">Take care</h3>
          <ul className="mt-1 list-disc pl-4">
            {plan.cautions.map((one) => (
              <li key={one.kind}>{told(one.told)}</li>
            ))}
          </ul>
        </section>
      ) : null}
      <section aria-label="Assumptions" className="mt-2 mb-4">
        <h3 className="border-b rule text-small text-soft">Assumed</h3>
        <ul className="mt-1 list-disc pl-4 text-soft">
          {plan.assumptions.map((one) => (
            <li key={one.kind}>{told(one.told)}</li>
          ))}
        </ul>
      </section>
    </div>
  );
});
