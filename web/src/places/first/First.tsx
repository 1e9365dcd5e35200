import { useEffect, useRef } from "react";
import type { PlanRequest } from "../../domain/documents";
import {
  KINDS,
  lampOf,
  more,
  PURPOSES,
  SLOWED,
  usualLight,
  usualSlowed,
  usualWay,
  ways,
} from "../../domain/first/first";
import { told } from "../../domain/wording";
import { type Said, useFirstHelps, useFirstPlan, useOwnBag, useSaid } from "../../state/first/first";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { CameraStep } from "./CameraStep";
import { Choices, Pressed } from "./Choices";
import { Depth } from "./Depth";
import { Drawing } from "./Drawings";
import { FirstCard } from "./FirstCard";
import { Keep, type ToKeep } from "./Keep";
import { LightStep } from "./LightStep";

const STEPS = [
  "What do you film?",
  "With what?",
  "In what light?",
  "How is it held?",
  "What is it for?",
  "Your card",
];

/** From nothing to a card: one question a screen, each with an answer that stands ready; back without loss. */
export function First({
  signedIn,
  shoot = "",
  onAccount,
}: {
  signedIn: boolean;
  shoot?: string;
  onAccount: () => void;
}) {
  const [said, say] = useSaid();
  const step = Math.min(said.step ?? 0, STEPS.length - 1);
  const own = signedIn && said.camera !== undefined && said.remembered === undefined;
  const top = useRef<HTMLHeadingElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the heading takes the focus when the step changes
  useEffect(() => top.current?.focus(), [step]);
  const next = (more: Said = {}) => say({ ...more, step: step + 1 });
  const kind = said.kind ?? "";
  const Frame = signedIn ? "div" : "main";
  return (
    <Frame className="mx-auto w-full max-w-[46rem] px-4 py-5">
      <p className="text-note text-soft">
        {step < STEPS.length - 1 ? `${step + 1} of ${STEPS.length - 1}` : "Done"}
        {step > 0 ? (
          <Button
            look="quiet"
            className="ml-2 min-h-11 px-2 text-sea"
            onClick={() => say({ step: step - 1 })}
          >
            Back
          </Button>
        ) : null}
      </p>
      <h1 ref={top} tabIndex={-1} className="mb-3 text-great outline-none">
        {STEPS[step]}
      </h1>
      {step === 0 ? (
        <Choices
          legend="Kinds of scene"
          columns="grid-cols-1 sm:grid-cols-3"
          chosen={kind}
          choices={KINDS.map((one) => ({
            key: one.key,
            words: one.name,
            more: one.line,
            drawn: <Drawing of={one.key} />,
          }))}
          onChoose={(key) => next(begun(key))}
        />
      ) : null}
      {step === 1 ? <CameraStep said={said} own={own} signedIn={signedIn} onSay={say} onNext={next} /> : null}
      {step === 2 ? <LightStep said={said} shoot={signedIn ? shoot : ""} onSay={say} onNext={next} /> : null}
      {step === 3 ? <HoldStep said={said} own={own} onSay={say} onNext={next} /> : null}
      {step === 4 ? <PurposeStep said={said} onSay={say} onNext={next} /> : null}
      {step === 5 ? (
        <Result said={said} own={own} signedIn={signedIn} shoot={shoot} onAccount={onAccount} />
      ) : null}
    </Frame>
  );
}

/** What a kind of scene begins with. */
function begun(kind: string): Said {
  const none = { slowed: undefined, temperature_c: undefined, depth_m: undefined, lamp: undefined };
  return {
    ...none,
    power_bank: undefined,
    kind: kind as Said["kind"],
    light: usualLight(kind),
    carried: usualWay(kind) as Said["carried"],
  };
}

type Step = { said: Said; onSay: (more: Said) => void; onNext: (more?: Said) => void };

/** How it is held, and what else such a scene hangs on. */
function HoldStep({ said, own, onSay, onNext }: Step & { own: boolean }) {
  const kind = said.kind ?? "";
  const lamp = lampOf(said, useOwnBag(own) ?? []);
  const stands = { ...said, lamp };
  return (
    <>
      {kind === "underwater" ? <Depth said={said} onSay={onSay} /> : null}
      {more(kind).map((one) => (
        <Pressed
          key={one.field}
          legend={one.asks}
          chosen={stands[one.field] ?? one.choices[0]?.[0]}
          choices={one.choices.map(([value, words]) => ({ value, words }))}
          onChoose={(value) => onSay({ [one.field]: value })}
        />
      ))}
      <Choices
        legend="Ways to hold it"
        chosen={said.carried ?? ""}
        choices={ways(kind)}
        onChoose={(carried) => onNext({ carried: carried as Said["carried"] })}
      />
    </>
  );
}

function PurposeStep({ said, onSay, onNext }: Step) {
  return (
    <>
      {said.kind === "lapse" ? null : (
        <Pressed
          legend="Played"
          chosen={said.slowed ?? usualSlowed(said.kind ?? "")}
          choices={SLOWED}
          onChoose={(slowed) => onSay({ slowed: Number(slowed) })}
        />
      )}
      <Choices
        legend="What it is for"
        chosen={said.purpose ?? ""}
        choices={PURPOSES.map((one) => ({ key: one.key, words: one.words, more: one.line }))}
        onChoose={(purpose) => onNext({ purpose: purpose as Said["purpose"] })}
      />
    </>
  );
}

function Result(kept: ToKeep) {
  const { said, own } = kept;
  const found = useFirstPlan(said, own);
  if (found.isPending) return <Waiting what="your card" />;
  if (found.isError)
    return <Notice>The service does not answer. What you said is kept on this device.</Notice>;
  const outcome = found.data.outcome;
  if (outcome.outcome !== "plan") {
    const words = outcome.outcome === "conflict" ? outcome.words : outcome.problems[0]?.message;
    return <Notice>{words}. Go back and change an answer.</Notice>;
  }
  return (
    <>
      <FirstCard plan={outcome} assumed={found.data.assumed} helps={<FirstHelps body={found.data.body} />} />
      <Keep {...kept} />
    </>
  );
}

function FirstHelps({ body }: { body: PlanRequest }) {
  const helps = useFirstHelps(body);
  if (!helps.data?.length) return null;
  return (
    <section aria-label="What would help most" className="border-l-4 border-sea bg-sea-wash px-3 py-1">
      <h2 className="text-small text-soft">What would help most</h2>
      <ul>
        {helps.data.map((help) => (
          <li key={help.key}>{told(help.told)}</li>
        ))}
      </ul>
    </section>
  );
}
