import { useState } from "react";
import type { PresetsView } from "../../domain/documents";
import { usePresets, useTakePresets } from "../../state/taste/stances";
import { Button } from "../../ui/Button";

/** Which scenes of a shoot can share a preset slot of their camera, and what that costs. */
export function Presets({ shootId }: { shootId: string }) {
  const [open, setOpen] = useState(false);
  const presets = usePresets(shootId, open);
  return (
    <details className="border-t rule" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer px-4 py-2 text-soft">Fewest preset slots</summary>
      <div className="px-4 pb-3">
        {open && presets.isPending ? <p role="status">Trying every scene in every other's preset …</p> : null}
        {presets.isError ? <p role="alert">The service does not answer.</p> : null}
        {presets.data?.map((one) => (
          <OneCamera key={one.device_id} shootId={shootId} camera={one} />
        ))}
      </div>
    </details>
  );
}

function OneCamera({ shootId, camera }: { shootId: string; camera: PresetsView }) {
  const take = useTakePresets(shootId);
  const { economy } = camera;
  const settled = economy.presets.every((preset, index) =>
    [preset.key, ...preset.shared_by.filter((one) => one.cost !== null).map((one) => one.key)].every(
      (key) => camera.slot_of[key] === index + 1,
    ),
  );
  return (
    <section aria-label={`Presets of ${camera.device_name}`} className="mb-3">
      <h3 className="flex flex-wrap items-baseline gap-x-3 border-b rule">
        <span className="text-lead">{camera.device_name}</span>
        <span className="font-sans text-note font-normal text-soft">
          {camera.scenes} scene{camera.scenes === 1 ? "" : "s"}, {economy.slots} slot
          {economy.slots === 1 ? "" : "s"}
          {economy.cost > 0 ? `; sharing costs ${economy.cost.toFixed(1)} stops in all` : ""}
        </span>
        <span className="ml-auto font-sans text-note">
          {settled ? (
            <span className="text-soft">these slots are in use</span>
          ) : (
            <Button className="py-0" disabled={take.isPending} onClick={() => take.mutate(camera.device_id)}>
              Use these slots
            </Button>
          )}
        </span>
      </h3>
      <ol>
        {economy.presets.map((preset, index) => (
          <li key={preset.key} className="border-b border-hair/50 py-0.5">
            <span className="mr-2 font-semibold">Slot {index + 1}</span>
            {preset.name} <span className="text-note text-soft">{preset.headline}</span>
            {preset.shared_by.map((one) => (
              <p key={one.key} className="pl-12 text-note">
                {one.cost === null ? (
                  <span className="text-signal">
                    {one.name} cannot share any of these; dial it in by hand
                  </span>
                ) : (
                  <>
                    also {one.name}, for {one.cost.toFixed(1)} stops
                    {one.differs.length ? (
                      <span className="text-soft">: {one.differs.slice(0, 4).join(", ")}</span>
                    ) : null}
                  </>
                )}
              </p>
            ))}
          </li>
        ))}
      </ol>
      {economy.left_out.map((words) => (
        <p key={words} className="text-note text-signal">
          Left out: {words}
        </p>
      ))}
    </section>
  );
}
