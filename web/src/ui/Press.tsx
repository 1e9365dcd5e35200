import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
  plain: "border rule bg-paper hover:bg-sea-wash",
  strong: "bg-sea text-on-sea",
  signal: "border-2 border-signal text-signal bg-paper",
  on: "border-2 border-ink bg-sea-wash",
};

/** Something to press with a wet thumb: at least 52 px high. */
export function Press({
  look = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS }) {
  return (
    <button
      type="button"
      className={`flex items-center justify-center gap-2 rounded-sm px-3 font-semibold disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

/** One of a few, side by side. */
export function OneOf<Value extends string>({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: Value | null;
  choices: readonly { value: Value; text: string }[];
  onChoose: (value: Value) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-2">
      <legend className="mb-1 text-note text-soft">{label}</legend>
      {choices.map((one) => (
        <Press
          key={one.value}
          look={one.value === value ? "on" : "plain"}
          aria-pressed={one.value === value}
          onClick={() => onChoose(one.value)}
        >
          {one.text}
        </Press>
      ))}
    </fieldset>
  );
}
