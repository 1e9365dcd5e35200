import { type ReactNode, useId } from "react";

export type Common = {
  label: string;
  unit?: string;
  /** What it takes, told under it while it is typed in. */
  range?: string;
  problem?: string;
  hint?: string;
  /** It stands as is usual, and was not said. */
  assumed?: boolean;
};

export const BOX =
  "w-full min-w-0 rounded-sm border bg-paper px-1.5 py-px text-small aria-[invalid=true]:border-signal aria-[invalid=true]:bg-signal-wash rule";

export function Frame({
  id,
  label,
  unit,
  range,
  problem,
  assumed,
  children,
}: Common & { id: string; children: (describedBy: string | undefined) => ReactNode }) {
  const note = problem ? `${id}-problem` : undefined;
  return (
    <div className="group relative min-w-0" data-assumed={assumed || undefined}>
      <label htmlFor={id} className="flex justify-between gap-1 text-fine leading-tight text-soft">
        <span>{label}</span>
        {unit ? <span className="whitespace-nowrap">{unit}</span> : null}
      </label>
      {children(note)}
      {range && !problem ? (
        <span className="pointer-events-none absolute top-full right-0 z-10 hidden rounded-b-sm bg-ink px-1.5 text-fine whitespace-nowrap text-paper group-focus-within:inline">
          {range}
        </span>
      ) : null}
      {problem ? (
        <p id={note} role="alert" className="mt-0.5 text-fine leading-tight text-signal">
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
  onLeave,
  type = "text",
  inputMode,
  autoComplete,
  ...common
}: Common & {
  value: string;
  onType: (text: string) => void;
  /** Once it is left. */
  onLeave?: () => void;
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
          onBlur={onLeave}
        />
      )}
    </Frame>
  );
}
