import { Tabs as Radix } from "radix-ui";
import type { ReactNode } from "react";

export type TabPage = { key: string; name: string; page: ReactNode };

/** Pages behind names, of which one is seen. */
export function Tabs({
  label,
  pages,
  className = "",
}: {
  label: string;
  pages: TabPage[];
  className?: string;
}) {
  return (
    <Radix.Root defaultValue={pages[0]?.key} className={className}>
      <Radix.List aria-label={label} className="mb-1 flex gap-4">
        {pages.map(({ key, name }) => (
          <Radix.Trigger
            key={key}
            value={key}
            className="border-b-2 border-transparent font-title text-lead font-semibold text-soft data-[state=active]:border-ink data-[state=active]:text-ink"
          >
            {name}
          </Radix.Trigger>
        ))}
      </Radix.List>
      {pages.map(({ key, page }) => (
        <Radix.Content key={key} value={key}>
          {page}
        </Radix.Content>
      ))}
    </Radix.Root>
  );
}
