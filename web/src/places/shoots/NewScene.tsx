import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { SCENARIOS, startOf } from "../../domain/brief";
import type { Brief, ShootView } from "../../domain/documents";
import { sentence } from "../../domain/format";
import { Refused } from "../../domain/refused";
import { useAddScene, useDevices } from "../../state/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, FlagField } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { KitImport } from "./KitImport";

export function NewScene({ shoot, onClose }: { shoot: ShootView; onClose: () => void }) {
  const [name, setName] = useState("");
  const [scenario, setScenario] = useState("motion");
  const [chosen, setChosen] = useState<string[]>([]);
  const devices = useDevices();
  const add = useAddScene(shoot.id);
  const go = useNavigate();
  const underSky = shoot.latitude_deg != null && shoot.longitude_deg != null && shoot.day != null;
  const refused = add.error instanceof Refused ? add.error : null;
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
          add.mutate(
            { name, brief: startOf(scenario, underSky) as unknown as Brief, device_ids: chosen },
            { onSuccess: (scene) => go(`/scenes/${scene.id}`) },
          );
        }}
      >
        <TextField label="Name" value={name} problem={refused?.at("name")} onType={setName} />
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
        {add.error && (!refused || other) ? (
          <p role="alert" className="text-signal">
            {other?.message ?? "No connection. What you typed is still here."}
          </p>
        ) : null}
        <Button look="strong" type="submit" disabled={add.isPending} className="justify-self-start">
          Open it on the bench
        </Button>
      </form>
    </Sheet>
  );
}
