import { Link } from "react-router";
import { azimuthAt, lightAt, planned } from "../../domain/day/day";
import { REACH_WORDS } from "../../domain/day/swaps";
import { clock } from "../../domain/day/times";
import type { DayView, Filming, SceneDay } from "../../domain/documents";
import { stops } from "../../domain/format";
import type { FilmingState } from "../../state/day/day";
import { ChoiceField, FlagField } from "../../ui/Field";
import { Compass } from "./Compass";
import { DayPicture } from "./DayPicture";
import { LapsePanel } from "./LapsePanel";
import { number, Typed } from "./Typed";
import { WaterPanel } from "./WaterPanel";

const GROUNDS = ["plain", "water", "sand", "snow", "forest"].map((value) => ({ value, text: value }));
const REACHES = Object.entries(REACH_WORDS).map(([value, text]) => ({ value, text }));

/** The scene that is looked at: sun against lens, or the water it lies in; what can be turned on the spot. */
export function ScenePanel({ film, day, scene }: { film: FilmingState; day: DayView; scene: SceneDay }) {
  const refused: Record<string, string> = film.refused?.scene_id === scene.id ? film.refused.fields : {};
  const change = (filming: Partial<Filming>) => film.move(scene.id, filming);
  const nudge = (by: number) => {
    const heading = film.at(scene.id)?.aim?.heading_deg ?? 0;
    change({ heading_deg: (heading + by + 360) % 360 });
  };
  return (
    <section aria-label={`${scene.name}, closer`} className="border rule bg-paper px-3 py-2 text-small">
      <h2 className="flex flex-wrap items-baseline gap-x-2 text-head whitespace-nowrap">
        <Link to={`/scenes/${scene.id}`} className="hover:underline">
          {scene.name}
        </Link>
        <span className="font-sans text-fine leading-tight font-normal whitespace-normal text-soft">
          {scene.light}, ± {scene.uncertainty_stops.toFixed(1)} stops{kelvin(scene, day)}
        </span>
      </h2>
      {scene.unplanned.map((words) => (
        <p key={words} className="text-signal">
          {words}
        </p>
      ))}
      {scene.water ? (
        <WaterPanel scene={scene} water={scene.water} film={film} />
      ) : (
        <Sun day={day} scene={scene} change={change} nudge={nudge} refused={refused} />
      )}
      {scene.ramp ? <LapsePanel day={day} scene={scene} ramp={scene.ramp} change={change} /> : null}
      <DayPicture key={scene.id} day={day} scene={scene} />
      <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1 border-t rule pt-1">
        <Typed label="Spot" value={scene.spot} problem={refused.spot} onKeep={(spot) => change({ spot })} />
        <div className="w-[17.5rem]">
          <ChoiceField
            label="The camera, while filming"
            value={scene.reachable}
            choices={REACHES}
            problem={refused.reachable}
            onChoose={(value) => change({ reachable: value as SceneDay["reachable"] })}
          />
        </div>
        <FlagField label="Time is fixed" value={scene.fixed} onFlip={(fixed) => change({ fixed })} />
      </div>
    </section>
  );
}

/** The colour of its light in the middle of the filming. */
function kelvin(scene: SceneDay, day: DayView): string {
  if (scene.starts == null || scene.ends == null) return "";
  const value = lightAt(scene.kelvin, day.step_minutes, (scene.starts + scene.ends) / 2);
  return `, ${Math.round(value / 100) * 100} K`;
}

function Sun({
  day,
  scene,
  change,
  nudge,
  refused,
}: {
  day: DayView;
  scene: SceneDay;
  change: (filming: Partial<Filming>) => void;
  nudge: (by: number) => void;
  refused: Record<string, string>;
}) {
  const { heading } = scene;
  const step = day.step_minutes;
  const at = (minute: number) => azimuthAt(day.sun_azimuth_deg, step, minute);
  const risen = day.sun_deg.flatMap((height, index) => (height > -1 ? [at(index * step)] : []));
  const path = {
    day: risen,
    during: planned(scene).map(at),
    up: heading ? heading.sun_altitude_deg > -1 : lightAt(day.sun_deg, step, 720) > -1,
  };
  const sky = scene.shade_stops !== null;
  const bySky = scene.light_kind === "sky" || scene.light_kind === "sun";
  return (
    <div className="flex gap-3 max-md:flex-col">
      {bySky ? (
        <Compass scene={scene} path={path} onTurn={(to) => change({ heading_deg: to })} onNudge={nudge} />
      ) : null}
      <div className="min-w-0 grow">
        {heading ? (
          <>
            <p aria-live="polite" className="my-1 text-lead font-semibold">
              {heading.words}
            </p>
            {heading.side_stops == null ? null : (
              <p className="text-soft">
                The side you film gets {stops(heading.side_stops)} stops against level ground.
              </p>
            )}
            {heading.shadow_minutes ? (
              <p className="text-signal">
                {heading.shadow_of === "drone" ? "The drone's" : "Your own"} shadow lies in the frame{" "}
                {heading.shadows
                  .map((one) => `${clock(one.start, day.jump)} to ${clock(one.end, day.jump)}`)
                  .join(" and ")}
                .
              </p>
            ) : scene.aim && heading.sun_altitude_deg > 0 ? (
              <p className="text-soft">No shadow of yours falls into the frame.</p>
            ) : null}
            {heading.harsh_words ? <p className="text-signal">{heading.harsh_words}</p> : null}
          </>
        ) : (
          <p className="my-1 text-soft">
            {bySky
              ? "Give it a time, and the sun is set against the lens."
              : scene.follows_sky
                ? "Its light rises and falls with the sky; which way the lens looks does not count in it."
                : "Its light is its own: sun and heading do not change it."}
          </p>
        )}
        <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1">
          {bySky ? (
            <>
              <Typed
                label="Lens looks"
                unit="°"
                value={scene.aim ? String(scene.aim.heading_deg) : ""}
                problem={refused.heading_deg}
                onKeep={(text) => change({ heading_deg: text === "" ? null : number(text) })}
              />
              <Typed
                label="Tilted down"
                unit="°"
                value={String(scene.aim?.tilt_deg ?? 0)}
                problem={refused.tilt_deg}
                onKeep={(text) => change({ tilt_deg: number(text) })}
              />
              <Typed
                label="Camera up"
                unit="m"
                value={String(scene.aim?.height_m ?? 1.6)}
                problem={refused.height_m}
                onKeep={(text) => change({ height_m: number(text) })}
              />
            </>
          ) : null}
          {sky ? (
            <>
              <Typed
                label="Shade takes"
                unit="stops"
                value={String(scene.shade_stops)}
                problem={refused.shade_stops}
                onKeep={(text) => change({ shade_stops: number(text) })}
              />
              <ChoiceField
                label="Ground"
                value={scene.ground ?? "plain"}
                choices={GROUNDS}
                problem={refused.ground}
                onChoose={(value) => change({ ground: value as NonNullable<SceneDay["ground"]> })}
              />
            </>
          ) : null}
        </div>
      </div>
    </div>
  );
}
