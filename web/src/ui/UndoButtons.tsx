import { Redo2, Undo2 } from "lucide-react";
import { Button } from "./Button";
import { Tip } from "./Tip";

/** Undo and redo; undone and redone: what they would do, in words, where that is known. */
export function UndoButtons({
  canUndo,
  canRedo,
  undo,
  redo,
  undone = "",
  redone = "",
}: {
  canUndo: boolean;
  canRedo: boolean;
  undo: () => void;
  redo: () => void;
  undone?: string;
  redone?: string;
}) {
  return (
    <>
      <Tip own words={undone}>
        <Button look="quiet" className="text-soft" disabled={!canUndo} onClick={undo}>
          <Undo2 size={14} aria-hidden /> Undo
        </Button>
      </Tip>
      <Tip own words={redone}>
        <Button look="quiet" className="text-soft" disabled={!canRedo} onClick={redo}>
          <Redo2 size={14} aria-hidden /> Redo
        </Button>
      </Tip>
    </>
  );
}
