import { Redo2, Undo2 } from "lucide-react";
import { Refused } from "../../domain/refused";
import { useKitHistory, useKitStep } from "../../state/kit/kit";
import { Button } from "../../ui/Button";

const WAYS = [
  { way: "undo", word: "Undo", Icon: Undo2 },
  { way: "redo", word: "Redo", Icon: Redo2 },
] as const;

/** Undo and redo of everything done to the kit, in words. */
export function KitHistory() {
  const history = useKitHistory();
  const step = useKitStep();
  if (!history.data?.undo && !history.data?.redo) return null;
  return (
    <div className="mt-4 grid gap-1 border-t rule px-1 pt-2 text-small">
      {WAYS.map(({ way, word, Icon }) => {
        const label = history.data?.[way];
        return label ? (
          <Button
            key={way}
            look="quiet"
            className="justify-start text-left"
            disabled={step.isPending}
            onClick={() => step.mutate(way)}
          >
            <Icon size={14} aria-hidden className="shrink-0" /> {word} {label}
          </Button>
        ) : null;
      })}
      {step.error ? (
        <p role="alert" className="text-signal">
          {step.error instanceof Refused ? step.error.message : "No connection: nothing was changed."}
        </p>
      ) : null}
    </div>
  );
}
