import { useState } from "react";
import type { PackCamera, PackLine } from "../../domain/documents";
import { readBack } from "../../domain/field/taking";
import { told, toldEach } from "../../domain/wording";
import type { Shoot } from "../../state/field/use";
import { Press } from "../../ui/Press";
import { CameraChoice, useCamera } from "./CameraChoice";
import type { InScene } from "./FieldShoot";

/** What to dial in, ticked as it is read back from the camera. */
export function FieldCard({ shoot, scene }: InScene) {
  const [camera, chooseCamera] = useCamera(scene);
  if (!camera) return <p>No camera on this scene.</p>;
  return (
    <>
      <CameraChoice scene={scene} camera={camera} onChoose={chooseCamera} />
      {camera.refused ? (
        <p className="text-signal">{camera.refused}</p>
      ) : (
        <Lines camera={camera} shoot={shoot} />
      )}
    </>
  );
}

function Lines({ camera, shoot }: { camera: PackCamera; shoot: Shoot }) {
  const [all, setAll] = useState(false);
  const [error, setError] = useState(false);
  const may = shoot.kept.pack.may === "all";
  const ticked = (line: PackLine) => readBack(line, camera.setup_id, shoot.state);
  const changed = camera.lines.filter((line) => line.changed);
  const rest = camera.lines.filter((line) => !line.changed);
  const done = camera.lines.filter(ticked).length;
  const tick = (line: PackLine, read_back: boolean) =>
    shoot
      .note({
        kind: "read-back",
        setup: camera.setup_id,
        setting: line.setting,
        value: String(line.value),
        read_back,
      })
      .then(() => setError(false))
      .catch(() => setError(true));
  const shown = (line: PackLine) => (
    <Line
      key={line.setting}
      line={line}
      ticked={ticked(line)}
      onTick={may ? (yes) => void tick(line, yes) : null}
    />
  );
  return (
    <article aria-label={`Card of ${camera.device_name}`} className="mt-1">
      <p className="font-semibold">
        {camera.device_name}
        {camera.slots > 1 ? `, slot ${camera.slot}` : ""}
      </p>
      <p className="text-soft">{told(camera.answer)}</p>
      {error ? (
        <p role="alert" className="text-signal">
          This phone did not keep that. Try once more.
        </p>
      ) : null}
      {changed.length > 0 ? (
        <ol aria-label="To change">{changed.map(shown)}</ol>
      ) : (
        <p className="py-2 text-head font-semibold">Nothing has to be changed.</p>
      )}
      <Press className="my-2 w-full" aria-expanded={all} onClick={() => setAll(!all)}>
        {all ? "Fold" : "Show"} the {rest.length} that stay as they are
      </Press>
      {all ? <ol aria-label="Stay as they are">{rest.map(shown)}</ol> : null}
      <p role="status" className="py-1">
        {done} of {camera.lines.length} read back
      </p>
      {may && done < camera.lines.length ? (
        <Press
          look="strong"
          className="w-full"
          onClick={() => {
            for (const line of camera.lines) if (!ticked(line)) void tick(line, true);
          }}
        >
          All of it is in the camera
        </Press>
      ) : null}
      {camera.bring.length > 0 ? (
        <p className="mt-2">From the bag: {toldEach(camera.bring).join(", ")}.</p>
      ) : null}
      {camera.practice.map(told).map((words) => (
        <p key={words} className="mt-1 text-soft">
          {words}
        </p>
      ))}
    </article>
  );
}

function Line({
  line,
  ticked,
  onTick,
}: {
  line: PackLine;
  ticked: boolean;
  onTick: ((yes: boolean) => void) | null;
}) {
  const row = "grid grid-cols-[1fr_auto_2rem] items-center gap-3 py-1";
  const told = (
    <>
      <span className={line.changed ? "font-semibold" : "text-soft"}>{line.menu_label}</span>
      <span className={`text-right ${line.changed ? "text-place font-bold" : ""}`}>
        {line.text}
        {line.changed && line.now ? (
          <span className="block text-note font-normal text-soft">now {line.now}</span>
        ) : null}
      </span>
    </>
  );
  return (
    <li className="border-b border-hair/60">
      {onTick ? (
        <label className={row}>
          {told}
          <input
            type="checkbox"
            className="size-7 accent-(--sea)"
            checked={ticked}
            aria-label={`${line.label} read back`}
            onChange={(event) => onTick(event.target.checked)}
          />
        </label>
      ) : (
        <div className={row}>
          {told}
          <span>{ticked ? "✓" : ""}</span>
        </div>
      )}
    </li>
  );
}
