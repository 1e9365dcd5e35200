import type { ClipView, ShootView } from "../../domain/documents";
import { atWork } from "../../domain/footage/footage";
import { Select } from "../../ui/Select";

const NONE = "none";

/** Of which scene and camera a clip is; chosen here where a drag is not to be had. */
export function OfScene({
  clip,
  shoot,
  onChoose,
}: {
  clip: ClipView;
  shoot: ShootView;
  onChoose: (setup_id: string | null) => void;
}) {
  const choices = [
    { value: NONE, text: atWork([clip]) ? "Not known yet" : "Of no scene" },
    ...shoot.scenes.flatMap((scene) =>
      scene.setups.map((setup) => ({ value: setup.id, text: `${scene.name}, ${setup.device_name}` })),
    ),
  ];
  const known = choices.some((one) => one.value === clip.setup_id);
  return (
    <Select
      aria-label={`Scene of ${clip.name}`}
      value={known && clip.setup_id ? clip.setup_id : NONE}
      choices={choices}
      onChoose={(value) => onChoose(value === NONE ? null : value)}
      className="max-w-80"
    />
  );
}
