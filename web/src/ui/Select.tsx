import { Check, ChevronDown } from "lucide-react";
import { Select as Radix } from "radix-ui";

export type SelectChoice = { value: string; text: string; group?: string };

/** Radix keeps the empty value for itself. */
const NOTHING = "∅";
const inside = (value: string) => value || NOTHING;
const outside = (value: string) => (value === NOTHING ? "" : value);

/** One of several values: opened by press, Enter or arrows, found by typing its first letters. */
export function Select({
  value,
  choices,
  onChoose,
  className = "",
  ...named
}: {
  value: string;
  choices: SelectChoice[];
  onChoose: (value: string) => void;
  className?: string;
  id?: string;
  "aria-label"?: string;
  "aria-invalid"?: boolean;
  "aria-describedby"?: string;
}) {
  const groups = [...new Set(choices.map((choice) => choice.group ?? ""))];
  return (
    <Radix.Root value={inside(value)} onValueChange={(chosen) => onChoose(outside(chosen))}>
      <Radix.Trigger
        {...named}
        className={`flex min-w-0 items-center justify-between gap-1 rounded-sm border rule bg-paper px-1.5 py-px text-left aria-[invalid=true]:border-signal aria-[invalid=true]:bg-signal-wash ${className}`}
      >
        <span className="truncate">
          <Radix.Value />
        </span>
        <Radix.Icon asChild>
          <ChevronDown size={13} aria-hidden className="shrink-0 text-soft" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={2}
          className="z-40 max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden rounded-sm border rule bg-paper shadow-lg"
        >
          <Radix.Viewport className="p-0.5">
            {groups.map((group) => (
              <Radix.Group key={group}>
                {group ? <Radix.Label className="px-2 pt-1 text-fine text-soft">{group}</Radix.Label> : null}
                {choices
                  .filter((choice) => (choice.group ?? "") === group)
                  .map((choice) => (
                    <Radix.Item
                      key={choice.value}
                      value={inside(choice.value)}
                      className="flex cursor-pointer items-center justify-between gap-3 rounded-sm px-2 py-0.5 outline-none data-[highlighted]:bg-sea-wash max-sm:py-1.5"
                    >
                      <Radix.ItemText>{choice.text}</Radix.ItemText>
                      <Radix.ItemIndicator>
                        <Check size={13} aria-hidden />
                      </Radix.ItemIndicator>
                    </Radix.Item>
                  ))}
              </Radix.Group>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
