import { useState } from "react";
import type { PackCamera, PackScene } from "../../domain/documents";
import { OneOf } from "../../ui/Press";

/** Which camera of a scene is meant: the first that has a set, until another is chosen. */
export function useCamera(scene: PackScene): [camera: PackCamera | null, choose: (setup: string) => void] {
  const [chosen, choose] = useState<string | null>(null);
  const found = scene.cameras.find((one) => one.setup_id === chosen);
  return [found ?? scene.cameras.find((one) => !one.refused) ?? scene.cameras[0] ?? null, choose];
}

/** The cameras of a scene side by side, where there are several. */
export function CameraChoice({
  scene,
  camera,
  onChoose,
}: {
  scene: PackScene;
  camera: PackCamera | null;
  onChoose: (setup: string) => void;
}) {
  if (scene.cameras.length < 2) return null;
  return (
    <OneOf
      label="Camera"
      value={camera?.setup_id ?? null}
      choices={scene.cameras.map((one) => ({ value: one.setup_id, text: one.device_name }))}
      onChoose={onChoose}
    />
  );
}
