import { useState } from "react";
import { Button } from "./Button";

/** Removing something that can be brought back for a week: pressed twice, the second time in words. */
export function Remove({ what, onRemove }: { what: string; onRemove: () => void }) {
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <Button look="quiet" className="text-signal" onClick={() => setAsked(true)}>
        Delete {what}
      </Button>
    );
  }
  return (
    <span className="flex flex-wrap items-center gap-2">
      <span className="text-signal">For a week it can be brought back, below your shoots.</span>
      <Button look="signal" onClick={onRemove}>
        Yes, delete {what}
      </Button>
      <Button look="quiet" onClick={() => setAsked(false)}>
        Keep it
      </Button>
    </span>
  );
}
