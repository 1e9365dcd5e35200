import { Tooltip } from "radix-ui";
import { type ReactNode, useRef, useState } from "react";

const SCROLLED_MS = 180;

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
  const pressed = useRef(false);
  const press = () => {
    pressed.current = true;
    setTimeout(() => {
      pressed.current = false;
    }, SCROLLED_MS);
  };
  // Reached by keyboard it may scroll into sight, and scrolling closes what told itself: it is told again then.
  const reached = (event: React.FocusEvent<HTMLElement>) => {
    const here = event.currentTarget;
    if (pressed.current) return;
    setTimeout(() => document.activeElement === here && setOpen(true), SCROLLED_MS);
  };
  if (!words) return children;
  return (
    <Tooltip.Root open={open} onOpenChange={setOpen}>
      {own ? (
        <Tooltip.Trigger asChild onPointerDown={press} onFocus={reached}>
          {children}
        </Tooltip.Trigger>
      ) : (
        <Tooltip.Trigger
          type="button"
          onPointerDown={press}
          onFocus={reached}
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
