import type { ReactNode } from "react";
import { Button } from "../../ui/Button";

/** Large answers, one a press; the one that stands ready is told. */
export function Choices({
  legend,
  choices,
  chosen,
  onChoose,
  columns = "sm:grid-cols-2",
}: {
  legend: string;
  choices: { key: string; words: string; more?: string; drawn?: ReactNode }[];
  chosen: string;
  onChoose: (key: string) => void;
  columns?: string;
}) {
  return (
    <fieldset>
      <legend className="sr-only">{legend}</legend>
      <div className={`grid gap-2 ${columns}`}>
        {choices.map((one) => (
          <button
            key={one.key}
            type="button"
            aria-pressed={one.key === chosen}
            onClick={() => onChoose(one.key)}
            className={`flex min-h-14 items-center gap-3 rounded-sm border px-3 py-2 text-left text-head hover:bg-sea-wash ${
              one.key === chosen ? "border-sea bg-sea-wash" : "rule bg-paper"
            }`}
          >
            {one.drawn}
            <span>
              <span className="block font-semibold">{one.words}</span>
              {one.more ? <span className="block text-note text-soft">{one.more}</span> : null}
            </span>
          </button>
        ))}
      </div>
    </fieldset>
  );
}

/** A few short answers beside each other, one of which stands. */
export function Pressed<Value extends string | number | boolean>({
  legend,
  choices,
  chosen,
  onChoose,
}: {
  legend: string;
  choices: { value: Value; words: string }[];
  chosen: unknown;
  onChoose: (value: Value) => void;
}) {
  return (
    <fieldset className="mb-4">
      <legend className="text-note text-soft">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {choices.map((one) => (
          <Button
            key={String(one.value)}
            aria-pressed={chosen === one.value}
            className={`min-h-11 ${chosen === one.value ? "border-sea bg-sea-wash font-semibold" : ""}`}
            onClick={() => onChoose(one.value)}
          >
            {one.words}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
