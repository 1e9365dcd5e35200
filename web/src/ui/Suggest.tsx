import { useId, useState } from "react";
import { BOX, type Common, Frame } from "./TextField";

export type Suggestion = { key: string; words: string; more?: string };

/** A text with suggestions under it: arrows and Enter, or a press, take one; what is typed stays otherwise. */
export function Suggest({
  value,
  suggestions,
  onType,
  onTake,
  tall = false,
  ...common
}: Common & {
  value: string;
  suggestions: Suggestion[];
  onType: (text: string) => void;
  onTake: (key: string) => void;
  /** For thumbs. */
  tall?: boolean;
}) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const shown = open && suggestions.length > 0;
  const take = (one: Suggestion | undefined) => {
    if (!one) return;
    setOpen(false);
    onTake(one.key);
  };
  const press = (event: React.KeyboardEvent) => {
    if (!shown) return;
    if (event.key === "ArrowDown") setAt(Math.min(at + 1, suggestions.length - 1));
    else if (event.key === "ArrowUp") setAt(Math.max(at - 1, 0));
    else if (event.key === "Enter") take(suggestions[at]);
    else if (event.key === "Escape") setOpen(false);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Frame id={id} {...common}>
      {(note) => (
        <div className="relative">
          <input
            id={id}
            role="combobox"
            aria-expanded={shown}
            aria-controls={`${id}-list`}
            aria-autocomplete="list"
            aria-activedescendant={shown ? `${id}-${at}` : undefined}
            aria-invalid={Boolean(common.problem)}
            aria-describedby={note}
            autoComplete="off"
            className={`${BOX} ${tall ? "min-h-11 text-head!" : ""}`}
            value={value}
            onChange={(event) => {
              onType(event.target.value);
              setOpen(true);
              setAt(0);
            }}
            onKeyDown={press}
            onBlur={() => setOpen(false)}
          />
          {shown ? (
            <div
              id={`${id}-list`}
              role="listbox"
              aria-label={common.label}
              className="absolute top-full right-0 left-0 z-40 border rule bg-paper shadow-lg"
            >
              {suggestions.map((one, index) => (
                <div
                  key={one.key}
                  id={`${id}-${index}`}
                  role="option"
                  tabIndex={-1}
                  aria-selected={index === at}
                  className={`flex cursor-pointer items-baseline justify-between gap-3 px-2 py-1 ${
                    tall ? "min-h-11 items-center" : ""
                  } ${index === at ? "bg-sea-wash" : ""}`}
                  onPointerEnter={() => setAt(index)}
                  // Before the field loses the focus, which would fold the list.
                  onPointerDown={(event) => {
                    event.preventDefault();
                    take(one);
                  }}
                >
                  <span className="font-semibold">{one.words}</span>
                  {one.more ? <span className="text-note text-soft">{one.more}</span> : null}
                </div>
              ))}
            </div>
          ) : null}
        </div>
      )}
    </Frame>
  );
}
