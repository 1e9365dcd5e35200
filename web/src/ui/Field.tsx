import { useId } from "react";
import { Select, type SelectChoice } from "./Select";
import { type Common, Frame } from "./TextField";

export function ChoiceField({
  value,
  choices,
  onChoose,
  ...common
}: Common & {
  value: string;
  choices: SelectChoice[];
  onChoose: (value: string) => void;
}) {
  const id = useId();
  return (
    <Frame id={id} {...common}>
      {(note) => (
        <Select
          id={id}
          className="w-full text-small"
          value={value}
          choices={choices}
          aria-invalid={Boolean(common.problem)}
          aria-describedby={note}
          onChoose={onChoose}
        />
      )}
    </Frame>
  );
}

export function FlagField({
  label,
  value,
  assumed,
  onFlip,
}: {
  label: string;
  value: boolean;
  /** It stands as is usual, and was not said. */
  assumed?: boolean;
  onFlip: (value: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-small" data-assumed={assumed || undefined}>
      <input
        type="checkbox"
        className="size-3.5 accent-(--sea)"
        checked={value}
        onChange={(event) => onFlip(event.target.checked)}
      />
      {label}
    </label>
  );
}
