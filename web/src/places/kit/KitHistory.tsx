import { Redo2, Undo2 } from "lucide-react";
import { Refused } from "../../api/client";
import { useKitHistory, useKitStep } from "../../state/kit";
import { Button } from "../../ui/Button";

/** Undo and redo of everything done to the kit, in words. */
export function KitHistory() {
  const history = useKitHistory();
  const step = useKitStep();
  const { undo, redo } = history.data ?? { undo: null, redo: null };
  if (!undo && !redo) return null;
  return (
    <div className="mt-4 grid gap-1 border-t rule px-1 pt-2 text-[13px]">
      {undo ? (
        <Button
          look="quiet"
          className="justify-start text-left"
          disabled={step.isPending}
          onClick={() => step.mutate("undo")}
        >
          <Undo2 size={14} aria-hidden className="shrink-0" /> Undo {undo}
        </Button>
      ) : null}
      {redo ? (
        <Button
          look="quiet"
          className="justify-start text-left"
          disabled={step.isPending}
          onClick={() => step.mutate("redo")}
        >
          <Redo2 size={14} aria-hidden className="shrink-0" /> Redo {redo}
        </Button>
      ) : null}
      {step.error ? (
        <p role="alert" className="text-signal">
          {step.error instanceof Refused ? step.error.message : "No connection: nothing was changed."}
        </p>
      ) : null}
    </div>
  );
}
