import { useState } from "react";
import type { Wish } from "../../domain/bench/picture";
import { lightAt } from "../../domain/day/day";
import { depthOn, lighterBy } from "../../domain/day/depth";
import { clock } from "../../domain/day/times";
import type { DayView, SceneDay } from "../../domain/documents";
import { level } from "../../domain/format";
import { metres } from "../../domain/habits";
import { usePictures } from "../../state/bench/pictures";
import { Flip } from "../../ui/Flip";
import { Slider } from "../../ui/Slider";
import { Shown } from "../bench/ScenePicture";

/** What the first camera of a scene takes at a minute of its filming and, under water, at a depth. */
export function DayPicture({ day, scene }: { day: DayView; scene: SceneDay }) {
  const [camera] = scene.cameras;
  const { starts, ends, water } = scene;
  const [minute, setMinute] = useState<number | null>(null);
  const [graded, setGraded] = useState(true);
  const [chosen, setChosen] = useState<number | null>(null);
  const filmed = starts != null && ends != null && camera !== undefined;
  const now = filmed ? Math.min(Math.max(minute ?? Math.round((starts + ends) / 2), starts), ends) : 0;
  const dived = water ? depthOn(water, now - (starts ?? 0)) : null;
  const depth = water ? (dived ?? chosen ?? water.depth_m) : null;
  const lighter = water && depth !== null && dived === null ? lighterBy(water, depth) : 0;
  const ev100 = Math.round(10 * (lightAt(scene.curve, day.step_minutes, now) + lighter)) / 10;
  const wish: Wish = {
    light: { ev100, depth_m: depth === null ? null : Math.round(depth * 10) / 10 },
    pins: {},
  };
  const made = `${scene.revision} ${camera?.headline ?? ""}`;
  const answer = usePictures(camera?.setup_id ?? "", [wish], made, filmed);
  if (!filmed) return null;
  const where = `${clock(now, day.jump)}, ${level(ev100)}${depth === null ? "" : `, ${metres(depth)} deep`}`;
  return (
    <section aria-label="The picture at a minute" className="mt-1 max-w-[26rem]">
      <Shown
        picture={answer.data?.[0]}
        seeing={{ peek: false, graded }}
        words={`${scene.name} on ${camera.device_name} at ${where}`}
        waiting={answer.isFetching}
      />
      <div className="flex items-center gap-2 text-note">
        <span className="w-24 text-soft">At what minute</span>
        <Slider
          label="Minute looked at"
          className="flex-1"
          value={now}
          min={starts}
          max={ends}
          step={1}
          text={(value) => clock(value, day.jump)}
          onSlide={setMinute}
        />
      </div>
      {water && dived === null ? (
        <div className="flex items-center gap-2 text-note">
          <span className="w-24 text-soft">How deep</span>
          <Slider
            label="Depth looked at"
            className="flex-1"
            value={depth ?? 0}
            min={Math.max(water.shallowest_m, 0.1)}
            max={Math.max(water.depth_m, water.shallowest_m + 0.5)}
            step={0.1}
            text={metres}
            onSlide={setChosen}
          />
        </div>
      ) : null}
      <p className="flex items-baseline text-note text-soft">
        <span role="status">
          {camera.device_name} at {where}
        </span>
        <span className="ml-auto">
          <Flip
            quiet
            words="Graded"
            about="After a simple correction to a standard look"
            on={graded}
            onFlip={setGraded}
          />
        </span>
      </p>
    </section>
  );
}
