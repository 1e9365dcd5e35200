import { useState } from "react";
import { useNavigate } from "react-router";
import type { SceneView } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { renameScene } from "../../state/bench/acts";
import { useCopyScene } from "../../state/bench/copies";
import { useDeleteScene, useSceneAct } from "../../state/queries";
import { Button } from "../../ui/Button";
import { Remove } from "../../ui/Remove";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";

/** Rename a scene, or delete it. */
export function SceneSheet({ scene, onClose }: { scene: SceneView; onClose: () => void }) {
  const [name, setName] = useState(scene.name);
  const rename = useSceneAct(scene.id, (text: string) => renameScene(scene.id, text));
  const remove = useDeleteScene(scene.id);
  const copy = useCopyScene();
  const go = useNavigate();
  const error = rename.error ?? remove.error ?? copy.error;
  const refused = error instanceof Refused ? error : null;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="This scene"
      about="Its name, a copy of it, or its end."
    >
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          rename.mutate(name, { onSuccess: onClose });
        }}
      >
        <TextField label="Name" value={name} problem={refused?.at("name")} onType={setName} />
        {error && !refused ? (
          <p role="alert" className="text-signal">
            No connection. What you typed is still here.
          </p>
        ) : null}
        <div className="flex flex-wrap items-center gap-3">
          <Button look="strong" type="submit" disabled={rename.isPending}>
            Keep it
          </Button>
          <Button
            disabled={copy.isPending}
            onClick={() =>
              copy.mutate(
                { scene_id: scene.id },
                {
                  onSuccess: (made) => {
                    onClose();
                    go(`/scenes/${made.id}`);
                  },
                },
              )
            }
          >
            Copy this scene
          </Button>
          <Remove what="this scene" onRemove={() => remove.mutate(undefined, { onSuccess: () => go("/") })} />
        </div>
      </form>
    </Sheet>
  );
}
