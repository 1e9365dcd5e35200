import { Tooltip } from "radix-ui";
import { type ReactNode, useState } from "react";

/** Around everything that has tips. */
export const TipProvider = ({ children }: { children: ReactNode }) => (
  <Tooltip.Provider delayDuration={250} skipDelayDuration={400}>
    {children}
  </Tooltip.Provider>
);

/**
 * Words to what is shown: on resting, on focus, and on a press, so that finger and keyboard reach them.
 * own: what is shown is a control itself; else it becomes a button that tells.
 */
export function Tip({
  words,
  children,
  own = false,
  className = "",
}: {
  words: string;
  children: ReactNode;
  own?: boolean;
  className?: string;
}) {
  const [open, setOpen] = useState(false);
  if (!words) return children;
  return (
    <Tooltip.Root open={open} onOpenChange={setOpen}>
      {own ? (
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      ) : (
        <Tooltip.Trigger
          type="button"
          className={`cursor-help text-left decoration-hair decoration-dotted underline-offset-3 hover:underline ${className}`}
          onClick={() => setOpen(true)}
        >
          {children}
        </Tooltip.Trigger>
      )}
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={3}
          collisionPadding={8}
          className="z-50 max-w-80 rounded-sm bg-ink px-2 py-1 text-note text-paper shadow-lg"
        >
          {words}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
