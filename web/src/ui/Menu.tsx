import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

export type MenuItem = { key: string; text: string };

/** A button that offers acts. */
export function Menu({
  trigger,
  about,
  items,
  onChoose,
  className = "",
}: {
  trigger: ReactNode;
  about?: string;
  items: MenuItem[];
  onChoose: (key: string) => void;
  className?: string;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className={`rounded-sm border rule px-2 py-0.5 text-left hover:bg-sea-wash ${className}`}
      >
        {trigger}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="z-40 border rule bg-paper p-1 shadow-lg">
          {about ? (
            <DropdownMenu.Label className="px-2 py-0.5 text-fine text-soft">{about}</DropdownMenu.Label>
          ) : null}
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.key}
              className="cursor-pointer rounded-sm px-2 py-1 outline-none data-[highlighted]:bg-sea-wash"
              onSelect={() => onChoose(item.key)}
            >
              {item.text}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
