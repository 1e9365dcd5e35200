import { chosenValue, type FieldSpec } from "../../domain/brief";
import type { BriefDraft } from "../../state/draft";
import { useVocabulary } from "../../state/queries";
import { ChoiceField, FlagField, TextField } from "../../ui/Field";

/** One field of a brief, kept as it is made. */
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
  const named = spec.named ? (vocabulary?.[spec.named] ?? []) : undefined;
  const value = draft.value(spec.path);
  const label = spec.label.toLowerCase();
  if (spec.flag) {
    return (
      <FlagField
        label={spec.label}
        value={Boolean(value)}
        onFlip={(flag) => draft.choose(spec.path, flag, label)}
      />
    );
  }
  const problem = draft.problem(spec.path) ?? refused;
  const choices =
    spec.choices ??
    named?.map((one: { key: string; label: string }) => ({ value: one.key, text: one.label }));
  if (choices) {
    return (
      <ChoiceField
        label={spec.label}
        problem={problem}
        value={value === null || value === undefined ? "" : String(value)}
        choices={choices}
        onChoose={(chosen) => draft.choose(spec.path, chosenValue(spec.path, chosen), label)}
      />
    );
  }
  return (
    <TextField
      label={spec.label}
      unit={spec.unit}
      inputMode="decimal"
      problem={problem}
      value={value === null || value === undefined ? "" : String(value)}
      onType={(text) => draft.type(spec.path, text, label)}
    />
  );
}
