import { Pencil } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { SceneView } from "../../domain/documents";
import { KEEPING, type Keeping } from "../../domain/keeping";
import { Button } from "../../ui/Button";
import { UndoButtons } from "../../ui/UndoButtons";
import { SceneSheet } from "./SceneSheet";

export function SceneBar({
  scene,
  keeping,
  onStep,
}: {
  scene: SceneView;
  keeping: Keeping;
  onStep: (by: number) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b rule bg-paper px-4 pt-2 pb-1.5">
      <Link to="/" className="text-soft hover:underline">
        {scene.shoot_name}
      </Link>
      <h1 className="text-place">{scene.name}</h1>
      <Button look="quiet" aria-label="Rename or delete this scene" onClick={() => setOpen(true)}>
        <Pencil size={13} aria-hidden />
      </Button>
      <span
        role="status"
        className={`ml-auto text-note ${keeping === "refused" || keeping === "offline" ? "font-semibold text-signal" : "text-soft"}`}
      >
        {KEEPING[keeping]}
      </span>
      <UndoButtons
        canUndo={Boolean(scene.undo)}
        canRedo={Boolean(scene.redo)}
        undo={() => onStep(-1)}
        redo={() => onStep(1)}
        undone={scene.undo ? `Undo: ${scene.undo}` : ""}
        redone={scene.redo ? `Redo: ${scene.redo}` : ""}
      />
      {open ? <SceneSheet scene={scene} onClose={() => setOpen(false)} /> : null}
    </div>
  );
}
