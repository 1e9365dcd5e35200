import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { SumName, Worked } from "../../domain/documents";
import { choicesOf, rangeOf } from "../../domain/fields";
import { Refused } from "../../domain/refused";
import { askedOf, labelOf, type SumField, type SumValues, valuesIn } from "../../domain/sums/sums";
import { useRested } from "../../state/rested";
import { useSum } from "../../state/sums/quick";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { QuantityField } from "../QuantityField";
import { AsScene } from "./AsScene";
import { Picture } from "./Picture";

/** So long after the last key a sum is asked [ms]. */
const REST_MS = 150;

/** One quick sum: its answer first, then what it is asked with; every value stands in the address. */
export function OneSum({ sum, signedIn }: { sum: SumName; signedIn: boolean }) {
  const [address, setAddress] = useSearchParams();
  // The address follows in its own time; what is typed shows at once.
  const [values, show] = useState<SumValues>(() => valuesIn(address, sum.key));
  const said = Object.fromEntries(Object.entries(values).filter(([, text]) => text.trim() !== ""));
  const rested = useRested(JSON.stringify(said), REST_MS);
  const { answer, error } = useSum(sum.key, JSON.parse(rested) as SumValues);
  const refused = error instanceof Refused ? error.byField() : {};
  const say = (name: string, text: string) => {
    const next = { ...values, [name]: text };
    show(next);
    const kept = Object.entries(next).filter(([, one]) => one.trim() !== "");
    setAddress(Object.fromEntries(kept), { replace: true });
  };
  return (
    <section aria-label={sum.name} className="min-w-0">
      <h2 className="font-title text-verdict font-semibold">{sum.question}</h2>
      {answer ? <Figures worked={answer} stale={error !== null} /> : null}
      {error && !(error instanceof Refused) ? (
        <Notice>The service does not answer. What you typed is still here.</Notice>
      ) : null}
      <div className="mt-3 grid grid-cols-2 gap-x-3 gap-y-2 lg:grid-cols-3">
        {askedOf(sum.key, values).map((field) => (
          <Field
            key={field.name}
            field={field}
            value={values[field.name]}
            problem={problemOf(refused, field.name)}
            onSay={(text) => say(field.name, text)}
          />
        ))}
      </div>
      {answer ? (
        <>
          <Picture worked={answer} name={sum.name} />
          <Behind worked={answer} />
          <p className="mt-2 flex flex-wrap items-center gap-3">
            {answer.brief ? (
              signedIn ? (
                <AsScene brief={answer.brief} name={sum.name} />
              ) : (
                <Link to="/" className="text-sea underline">
                  Get a card for it in a minute
                </Link>
              )
            ) : null}
            <CopyLink />
          </p>
        </>
      ) : null}
    </section>
  );
}

/** The address carries the values: what is copied opens the same sum. */
function CopyLink() {
  const [copied, setCopied] = useState("");
  const copy = async () => {
    const link = window.location.href;
    try {
      await navigator.clipboard.writeText(link);
      setCopied("Copied.");
    } catch {
      setCopied(link);
    }
  };
  return (
    <>
      <Button look="quiet" className="text-soft" onClick={copy}>
        Copy the link with your values
      </Button>
      <span role="status" className="min-w-0 text-note break-all text-soft">
        {copied}
      </span>
    </>
  );
}

/** Problems are told by the kind of sum before the field. */
const problemOf = (refused: Record<string, string>, name: string): string | undefined =>
  Object.entries(refused).find(([path]) => path.split(".").pop() === name)?.[1];

function Field({
  field: { name, fact },
  value,
  problem,
  onSay,
}: {
  field: SumField;
  value: string | undefined;
  problem?: string;
  onSay: (text: string) => void;
}) {
  const start = String(fact.start ?? "");
  if (fact.choices)
    return (
      <ChoiceField
        label={labelOf(name)}
        value={value ?? start}
        choices={choicesOf(fact)}
        problem={problem}
        assumed={value === undefined}
        onChoose={onSay}
      />
    );
  return (
    <QuantityField
      label={labelOf(name)}
      unit={fact.unit}
      range={rangeOf(fact)}
      problem={problem}
      assumed={value === undefined}
      value={value ?? start}
      onType={onSay}
    />
  );
}

/** The answer, large; the other figures beside it. */
function Figures({ worked, stale }: { worked: Worked; stale: boolean }) {
  const [main, ...rest] = [...worked.figures].sort((one, other) => Number(other.main) - Number(one.main));
  if (!main) return null;
  return (
    <div aria-live="polite" className={`mt-1 ${stale ? "opacity-45" : ""}`}>
      <p>
        <span className="text-soft">{main.label}</span>{" "}
        <span data-testid="sum-answer" className="font-title text-great font-semibold">
          {main.text}
        </span>
      </p>
      <dl className="flex flex-wrap gap-x-6 gap-y-0.5">
        {rest.map((one) => (
          <div key={one.key} className="flex gap-2">
            <dt className="text-soft">{one.label}</dt>
            <dd className="font-semibold">{one.text}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

/** Every figure's formula, and what is taken for granted. */
function Behind({ worked }: { worked: Worked }) {
  return (
    <div className="mt-2 max-w-[46rem] text-note text-soft">
      <dl>
        {worked.figures.map((one) => (
          <div key={one.key} className="flex gap-2 border-b border-hair/40">
            <dt className="w-52 shrink-0">{one.label}</dt>
            <dd>{one.formula}</dd>
          </div>
        ))}
      </dl>
      {(worked.notes ?? []).map((note) => (
        <p key={note} className="mt-1">
          {note}
        </p>
      ))}
    </div>
  );
}
