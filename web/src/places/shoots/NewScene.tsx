import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { SCENARIOS, startOf } from "../../domain/bench/brief";
import type { Brief, SceneView, ShootView } from "../../domain/documents";
import { sentence } from "../../domain/format";
import { Refused } from "../../domain/refused";
import { useCopyScene } from "../../state/bench/copies";
import { useAddScene, useDevices, useShoots } from "../../state/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, FlagField } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { KitImport } from "./KitImport";

/** Begun with what is sensible for its kind, not with another scene. */
const FRESH = "";

export function NewScene({ shoot, onClose }: { shoot: ShootView; onClose: () => void }) {
  const [name, setName] = useState("");
  const [scenario, setScenario] = useState("motion");
  const [chosen, setChosen] = useState<string[]>([]);
  const [like, setLike] = useState(FRESH);
  const devices = useDevices();
  const add = useAddScene(shoot.id);
  const copy = useCopyScene();
  const go = useNavigate();
  const underSky = shoot.latitude_deg != null && shoot.longitude_deg != null && shoot.day != null;
  const error = like === FRESH ? add.error : copy.error;
  const refused = error instanceof Refused ? error : null;
  const other = refused?.fields.find((field) => field.path[0] !== "name" && field.path[0] !== "device_ids");
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="New scene"
      about="It starts with sensible conditions for its kind; change them on the bench."
    >
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const onSuccess = (scene: SceneView) => go(`/scenes/${scene.id}`);
          if (like !== FRESH)
            copy.mutate({ scene_id: like, shoot_id: shoot.id, ...(name.trim() && { name }) }, { onSuccess });
          else {
            const brief = startOf(scenario, underSky) as unknown as Brief;
            add.mutate({ name, brief, device_ids: chosen }, { onSuccess });
          }
        }}
      >
        <TextField label="Name" value={name} problem={refused?.at("name")} onType={setName} />
        <Like value={like} onChoose={setLike} />
        {like === FRESH ? (
          <>
            <ChoiceField
              label="Kind"
              value={scenario}
              choices={SCENARIOS.map((one) => ({ ...one, text: sentence(one.text) }))}
              onChoose={setScenario}
            />
            <fieldset>
              <legend className="text-fine text-soft">Cameras</legend>
              {devices.data?.length === 0 ? (
                <>
                  <p className="my-1">
                    <Link to={`/first?shoot=${shoot.id}`} className="text-sea underline">
                      Describe yours in a few answers
                    </Link>
                    , or bring in a kit document.
                  </p>
                  <KitImport />
                </>
              ) : null}
              {(devices.data ?? []).map((device) => (
                <FlagField
                  key={device.id}
                  label={device.name}
                  value={chosen.includes(device.id)}
                  onFlip={(on) =>
                    setChosen(on ? [...chosen, device.id] : chosen.filter((id) => id !== device.id))
                  }
                />
              ))}
              {refused?.at("device_ids") ? (
                <p role="alert" className="text-fine text-signal">
                  Choose at least one camera.
                </p>
              ) : null}
            </fieldset>
          </>
        ) : null}
        {error && (!refused || other) ? (
          <p role="alert" className="text-signal">
            {other?.message ?? "No connection. What you typed is still here."}
          </p>
        ) : null}
        <Button
          look="strong"
          type="submit"
          disabled={add.isPending || copy.isPending}
          className="justify-self-start"
        >
          Open it on the bench
        </Button>
      </form>
    </Sheet>
  );
}

/** What a scene begins with: what is sensible for its kind, or what another has, its cameras and pins too. */
function Like({ value, onChoose }: { value: string; onChoose: (scene_id: string) => void }) {
  const scenes = (useShoots().data ?? []).flatMap((shoot) =>
    shoot.scenes.map((scene) => ({ value: scene.id, text: `${scene.name} · ${shoot.name}` })),
  );
  if (scenes.length === 0) return null;
  return (
    <ChoiceField
      label="Begin with"
      value={value}
      choices={[{ value: FRESH, text: "what is usual for its kind" }, ...scenes]}
      onChoose={onChoose}
    />
  );
}
