import { chosenValue, type FieldSpec } from "../../domain/brief";
import { briefFact, choicesOf, rangeOf } from "../../domain/fields";
import type { BriefDraft } from "../../state/draft";
import { useVocabulary } from "../../state/queries";
import { ChoiceField, FlagField, TextField } from "../../ui/Field";

/** One field of a brief, kept as it is made; what it takes is told by its schema. */
export function BriefField({
  spec,
  draft,
  refused,
}: {
  spec: FieldSpec;
  draft: BriefDraft;
  refused: string | undefined;
}) {
  const vocabulary = useVocabulary().data;
  const lightKind = String(draft.value("light.kind"));
  const fact = briefFact(spec.path, lightKind);
  const value = draft.value(spec.path);
  const text = value === null || value === undefined ? "" : String(value);
  const name = spec.label.toLowerCase();
  if (fact.kind === "flag" && !spec.choices) {
    return (
      <FlagField
        label={spec.label}
        value={Boolean(value)}
        onFlip={(flag) => draft.choose(spec.path, flag, name)}
      />
    );
  }
  const shared = { label: spec.label, problem: draft.problem(spec.path) ?? refused };
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
        onChoose={(chosen) => draft.choose(spec.path, chosenValue(spec.path, chosen, lightKind), name)}
      />
    );
  }
  return (
    <TextField
      {...shared}
      unit={fact.unit}
      range={rangeOf(fact)}
      inputMode="decimal"
      value={text}
      onType={(typed) => draft.type(spec.path, typed, name)}
    />
  );
}
