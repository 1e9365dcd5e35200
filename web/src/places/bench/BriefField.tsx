import { memo } from "react";
import { chosenValue, type FieldSpec, usual } from "../../domain/bench/brief";
import { briefFact, choicesOf, rangeOf } from "../../domain/fields";
import type { BriefDraft } from "../../state/bench/draft";
import { useVocabulary } from "../../state/queries";
import { ChoiceField, FlagField } from "../../ui/Field";
import { QuantityField } from "../QuantityField";

/** One field of a brief, kept as it is made; what it takes is told by its schema. */
export function BriefField({
  spec,
  path = spec.path,
  draft,
  refused,
}: {
  spec: FieldSpec;
  /** Where it stands in the brief, if the same is asked several times. */
  path?: string;
  draft: BriefDraft;
  refused: string | undefined;
}) {
  return (
    <Kept
      spec={spec}
      path={path}
      kept={draft.kept}
      value={draft.value(path)}
      lightKind={String(draft.value("light.kind"))}
      scenario={String(draft.value("scenario"))}
      problem={draft.problem(path) ?? refused}
    />
  );
}

/** Drawn anew only where something of its own changed: a slider moves the whole brief. */
const Kept = memo(function Kept({
  spec,
  path,
  kept,
  value,
  lightKind,
  scenario,
  problem,
}: {
  spec: FieldSpec;
  path: string;
  kept: BriefDraft["kept"];
  value: unknown;
  lightKind: string;
  scenario: string;
  problem: string | undefined;
}) {
  const vocabulary = useVocabulary().data;
  const fact = briefFact(path, lightKind);
  const text = value === null || value === undefined ? "" : String(value);
  const name = spec.label.toLowerCase();
  const assumed = String(value ?? "") === String(usual(path, scenario, lightKind) ?? "");
  if (fact.kind === "flag" && !spec.choices) {
    return (
      <FlagField
        label={spec.label}
        value={Boolean(value)}
        assumed={assumed}
        onFlip={(flag) => kept.choose(path, flag, name)}
      />
    );
  }
  const shared = { label: spec.label, problem, assumed };
  const named = spec.named ? (vocabulary?.[spec.named] ?? []) : undefined;
  const choices =
    spec.choices ??
    named?.map(({ key, label }: { key: string; label: string }) => ({ value: key, text: label })) ??
    (fact.choices && choicesOf(fact));
  if (choices) {
    return (
      <ChoiceField
        {...shared}
        value={text}
        choices={choices}
        onChoose={(chosen) => kept.choose(path, chosenValue(path, chosen, lightKind), name)}
      />
    );
  }
  return (
    <QuantityField
      {...shared}
      unit={fact.unit}
      range={rangeOf(fact)}
      value={text}
      onType={(typed) => kept.type(path, typed, name)}
    />
  );
});
