import { Link } from "react-router";
import type { SceneView, SetupView } from "../../domain/documents";
import { addCamera, chooseSchool, type Perform, removeCamera } from "../../state/bench/acts";
import { useDevices } from "../../state/queries";
import { useSchools } from "../../state/taste/stances";
import { Button } from "../../ui/Button";
import { Menu } from "../../ui/Menu";
import { Select } from "../../ui/Select";
import { MatchCameras } from "./MatchCameras";

/** Which camera is planned, under which school. */
export function CameraBar({
  scene,
  setup,
  perform,
}: {
  scene: SceneView;
  setup: SetupView;
  perform: Perform;
}) {
  const devices = useDevices();
  const schools = useSchools().data ?? [];
  const school = schools.find((one) => one.key === setup.held.key);
  const said = setup.held.said_by === "shoot" ? "of the shoot" : "of the account";
  const used = new Set(scene.setups.map((one) => one.device_id));
  const free = (devices.data ?? []).filter((device) => !used.has(device.id));
  return (
    <div className="border-b rule bg-paper px-4 py-1.5">
      <div className="flex flex-wrap items-center gap-1">
        <nav aria-label="Cameras" className="flex flex-wrap gap-1">
          {scene.setups.map((one) => (
            <Link
              key={one.id}
              to={`?camera=${one.id}`}
              replace
              aria-current={one.id === setup.id ? "true" : undefined}
              className="rounded-sm px-2 py-0.5 hover:bg-sea-wash aria-[current=true]:bg-sea aria-[current=true]:text-on-sea"
            >
              {one.device_name}
              {one.outcome.outcome === "plan" ? "" : " (needs a hand)"}
            </Link>
          ))}
        </nav>
        {free.length > 0 ? (
          <Menu
            trigger="Add a camera"
            className="border-dashed text-soft"
            items={free.map((device) => ({ key: device.id, text: device.name }))}
            onChoose={(id) => perform(() => addCamera(scene.id, id))}
          />
        ) : null}
        {scene.setups.length > 1 ? (
          <Button look="quiet" className="text-soft" onClick={() => perform(() => removeCamera(setup.id))}>
            Take it off
          </Button>
        ) : null}
        <Link
          to={`/cards/${setup.id}`}
          className="ml-auto rounded-sm border rule px-2.5 py-0.5 font-semibold hover:bg-sea-wash"
        >
          Card
        </Link>
      </div>
      <div className="mt-1 flex items-baseline gap-x-2 gap-y-1 max-md:flex-wrap">
        <span className="flex shrink-0 items-center gap-1.5">
          <span className="text-soft" aria-hidden>
            School
          </span>
          <Select
            aria-label="School"
            value={setup.school}
            choices={[
              {
                value: "",
                text: setup.school === "" ? `${setup.held.name}, ${said}` : "as shoot or account have it",
              },
              ...schools.map((one) => ({ value: one.key, text: one.name })),
            ]}
            onChoose={(value) => perform(() => chooseSchool(setup.id, value))}
          />
        </span>
        <span className="text-note leading-tight text-soft max-md:order-last max-md:basis-full">
          {school?.line}
        </span>
        {scene.setups.length > 1 ? (
          <span className="ml-auto shrink-0">
            <MatchCameras sceneId={scene.id} />
          </span>
        ) : null}
      </div>
    </div>
  );
}
