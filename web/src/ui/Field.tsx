import { type ReactNode, useId } from "react";

type Common = { label: string; unit?: string; problem?: string; hint?: string };

const BOX =
  "w-full min-w-0 rounded-sm border bg-paper px-1.5 py-px text-[13.5px] aria-[invalid=true]:border-signal aria-[invalid=true]:bg-signal-wash rule";

function Frame({
  id,
  label,
  unit,
  problem,
  children,
}: Common & { id: string; children: (describedBy: string | undefined) => ReactNode }) {
  const note = problem ? `${id}-problem` : undefined;
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="flex justify-between gap-1 text-[11.5px] leading-tight text-soft">
        <span>{label}</span>
        {unit ? <span>{unit}</span> : null}
      </label>
      {children(note)}
      {problem ? (
        <p id={note} role="alert" className="mt-0.5 text-[12px] leading-tight text-signal">
          {problem}
        </p>
      ) : null}
    </div>
  );
}

/** A number or a text; it shows what was typed, whether or not it can be meant. */
export function TextField({
  value,
  onType,
  type = "text",
  inputMode,
  autoComplete,
  ...common
}: Common & {
  value: string;
  onType: (text: string) => void;
  type?: "text" | "password" | "email" | "date";
  inputMode?: "decimal";
  autoComplete?: string;
}) {
  const id = useId();
  return (
    <Frame id={id} {...common}>
      {(note) => (
        <input
          id={id}
          type={type}
          inputMode={inputMode}
          autoComplete={autoComplete ?? "off"}
          className={BOX}
          value={value}
          aria-invalid={Boolean(common.problem)}
          aria-describedby={note}
          onChange={(event) => onType(event.target.value)}
        />
      )}
    </Frame>
  );
}

export function ChoiceField({
  value,
  choices,
  onChoose,
  ...common
}: Common & {
  value: string;
  choices: { value: string; text: string; group?: string }[];
  onChoose: (value: string) => void;
}) {
  const id = useId();
  const groups = [...new Set(choices.map((choice) => choice.group ?? ""))];
  return (
    <Frame id={id} {...common}>
      {(note) => (
        <select
          id={id}
          className={BOX}
          value={value}
          aria-invalid={Boolean(common.problem)}
          aria-describedby={note}
          onChange={(event) => onChoose(event.target.value)}
        >
          {groups.map((group) => {
            const options = choices
              .filter((choice) => (choice.group ?? "") === group)
              .map((choice) => (
                <option key={choice.value} value={choice.value}>
                  {choice.text}
                </option>
              ));
            return group ? (
              <optgroup key={group} label={group}>
                {options}
              </optgroup>
            ) : (
              options
            );
          })}
        </select>
      )}
    </Frame>
  );
}

export function FlagField({
  label,
  value,
  onFlip,
}: {
  label: string;
  value: boolean;
  onFlip: (value: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-[13px]">
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
