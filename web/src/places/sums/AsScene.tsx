import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Brief, Worked } from "../../domain/documents";
import { useAddScene, useDevices, useShoots } from "../../state/queries";
import { useAddShoot } from "../../state/shoots/shoots";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Select } from "../../ui/Select";

const NEW = "";

/** The values of a sum as the beginning of a scene: on a shoot there is, or on a new one. */
export function AsScene({ brief, name }: { brief: NonNullable<Worked["brief"]>; name: string }) {
  const shoots = useShoots();
  const devices = useDevices();
  const [chosen, setChosen] = useState(NEW);
  const addShoot = useAddShoot();
  const add = useAddScene(chosen);
  const go = useNavigate();
  const camera = devices.data?.[0];
  if (!camera)
    return (
      <Link to="/first" className="text-sea underline">
        Describe a camera, and it becomes a card
      </Link>
    );
  const begin = async () => {
    const shoot_id = chosen === NEW ? (await addShoot.mutateAsync(named(name))).id : chosen;
    const scene = await add.mutateAsync({
      onto: shoot_id,
      name,
      brief: brief as unknown as Brief,
      device_ids: [camera.id],
    });
    go(`/scenes/${scene.id}`);
  };
  const error = addShoot.error ?? add.error;
  return (
    <>
      <Select
        aria-label="Shoot for the scene"
        value={chosen}
        choices={[
          { value: NEW, text: "a new shoot" },
          ...(shoots.data ?? []).map((one) => ({ value: one.id, text: one.name })),
        ]}
        onChoose={setChosen}
      />
      <Button disabled={add.isPending || addShoot.isPending} onClick={() => begin().catch(() => undefined)}>
        Open it as a scene
      </Button>
      {error ? <Notice>{error.message}</Notice> : null}
    </>
  );
}

const named = (name: string) => ({
  name: `From a quick sum: ${name}`,
  place: "",
  school: "",
  cloud_okta: 2,
  travel_minutes: 15,
});
