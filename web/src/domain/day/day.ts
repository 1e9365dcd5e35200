/** The day's tide diagram: minutes across, stops up. Pure. */

import { scaleLinear } from "d3-scale";
import type { DayView, Jump, SceneDay, SwapView } from "../documents";
import { ev } from "../format";
import { causeTold } from "../wording";
import { clock, minuteOf, NONE } from "./times";

/** Minutes after local midnight of a moment of the day that is shown. */
export function minuteOfMoment(moment: string, jump: Jump = NONE): number {
  const [, hours = "0", minutes = "0"] = /T(\d\d):(\d\d)/.exec(moment) ?? [];
  return minuteOf(`${hours}:${minutes}`, jump) ?? 0;
}

/** A stretch of time in words; one that fills the day is "all day". */
export function stretch(
  { start, end }: { start: number; end: number },
  minutes = 1440,
  jump: Jump = NONE,
): string {
  if (start <= 0 && end >= minutes) return "all day";
  return `${clock(start, jump)} to ${end === 1440 && minutes === 1440 ? "midnight" : clock(end, jump)}`;
}

/** The light of a curve at a minute, on the straight line between its points. */
export function lightAt(curve: number[], step: number, minute: number): number {
  const at = Math.min(Math.max(minute / step, 0), curve.length - 1);
  const before = Math.floor(at);
  const here = curve[before] ?? 0;
  return here + ((curve[Math.min(before + 1, curve.length - 1)] ?? here) - here) * (at - before);
}

export type Plot = {
  x: (minute: number) => number;
  y: (ev: number) => number;
  hours: number[];
  ticks: number[];
  minuteAt: (x: number) => number;
};

/** Everything that is drawn lies within these stops, with a stop of air. */
export function span(day: DayView): [number, number] {
  const levels = day.scenes.flatMap((scene) => [
    ...planned(scene).map((minute) => lightAt(scene.curve, day.step_minutes, minute)),
    ...(scene.starts == null ? [] : scene.cameras.flatMap((one) => [one.low_ev100, one.high_ev100])),
  ]);
  const low = Math.min(...levels, 0);
  const high = Math.max(...levels, ...day.sky);
  return [Math.floor(Math.max(low, -12)) - 1, Math.ceil(high) + 1];
}

/** Minutes at which a scene is filmed, its ends included. */
export function planned(scene: SceneDay): number[] {
  if (scene.starts == null || scene.ends == null) return [];
  const found: number[] = [];
  for (let minute = scene.starts; minute < scene.ends; minute += 5) found.push(minute);
  return [...found, scene.ends];
}

export function plot(day: DayView, width: number, height: number): Plot {
  const x = scaleLinear().domain([0, day.minutes]).range([0, width]);
  const y = scaleLinear().domain(span(day)).range([height, 0]).clamp(true);
  const hours = Array.from({ length: Math.floor(day.minutes / 180) + 1 }, (_, index) => index * 180);
  return { x, y, hours, ticks: y.ticks(9).filter(Number.isInteger), minuteAt: (at) => x.invert(at) };
}

const point = (x: number, y: number, first: boolean) => `${first ? "M" : "L"}${x.toFixed(1)},${y.toFixed(1)}`;

/** A curve over the whole day as an SVG path. */
export function curvePath(curve: number[], step: number, { x, y }: Plot): string {
  return curve.map((value, index) => point(x(index * step), y(value), index === 0)).join("");
}

/** A scene's own light while it is filmed, as an SVG path. */
export function scenePath(scene: SceneDay, step: number, { x, y }: Plot): string {
  return planned(scene)
    .map((minute, index) => point(x(minute), y(lightAt(scene.curve, step, minute)), index === 0))
    .join("");
}

/** The band of uncertainty about a curve at some minutes, as a closed SVG path. */
export function bandPath(
  minutes: number[],
  curve: number[],
  width: number[],
  step: number,
  { x, y }: Plot,
): string {
  const edge = (sign: number) =>
    minutes.map((minute) => ({
      x: x(minute),
      y: y(lightAt(curve, step, minute) + sign * lightAt(width, step, minute)),
    }));
  const around = [...edge(1), ...edge(-1).reverse()];
  return `${around.map((one, index) => point(one.x, one.y, index === 0)).join("")}Z`;
}

/** Every point in time of a curve. */
export function everyMinute(curve: number[], step: number): number[] {
  return curve.map((_, index) => index * step);
}

/** Scenes by the time they begin. */
export function inOrder(scenes: SceneDay[]): SceneDay[] {
  return [...scenes].sort((one, other) => (one.starts ?? 0) - (other.starts ?? 0));
}

/** A scene moved by so many minutes, kept within the day and to whole steps of five. */
export function moved(scene: SceneDay, by: number, minutes: number): { starts: number; ends: number } | null {
  if (scene.starts == null || scene.ends == null || scene.fixed) return null;
  const length = scene.ends - scene.starts;
  const wanted = Math.round((scene.starts + by) / 5) * 5;
  const starts = Math.min(Math.max(wanted, 0), Math.max(minutes - length, 0));
  return { starts, ends: starts + length };
}

/** How a scene stands: steady untouched, held by its changes, left by its light, or not to be said yet; unsure where
 * the light may leave it, by less than it is known. */
export type State = "steady" | "held" | "unsure" | "left" | "untimed" | "unplanned";
/** fails: whether it needs a hand. */
export type Standing = { state: State; steady: boolean; fails: boolean; words: string };
const WELL: State[] = ["steady", "unsure"];
const standingAs = (state: State, words: string): Standing => ({
  state,
  steady: state === "steady",
  fails: !WELL.includes(state),
  words,
});

/** Whether a scene can be filmed at its time without touching anything, in words. */
export function standing(scene: SceneDay, jump: Jump = NONE): Standing {
  if (scene.starts == null || scene.ends == null) return standingAs("untimed", "no time yet");
  if (scene.cameras.length === 0) return standingAs("unplanned", "no set that can be had");
  const leaving = scene.cameras
    .flatMap((camera) => camera.leaves.map((one) => ({ ...one, camera: camera.device_name })))
    .sort((one, other) => one.minute - other.minute)[0];
  if (!leaving) {
    const sure = scene.cameras.every((camera) => camera.verdict === "steady");
    return standingAs("steady", sure ? "steady all through" : "likely steady all through");
  }
  const left = Math.max(...scene.cameras.map((camera) => camera.minutes_out));
  if (left === 0) return standingAs("held", "held, with the changes listed");
  const who = scene.cameras.length > 1 ? `${leaving.camera}, ` : "";
  const when = leaving.minute <= scene.starts ? "from the start" : `from ${clock(leaving.minute, jump)}`;
  const side = leaving.side === "dark" ? "too dark" : "too bright";
  if (scene.cameras.every((camera) => camera.verdict !== "not"))
    return standingAs("unsure", `uncertain: ${who}${when} perhaps ${side}; a reading would tell`);
  return standingAs("left", `${who}${when} ${side}: ${causeTold(leaving.end)}`);
}

/** Changes that take a hand while the day runs: not what one begins with. */
export function handled(swaps: SwapView[]): SwapView[] {
  return swaps.filter((one) => one.kind !== "start");
}

/** The day in a sentence: what the eye should land on. */
export function verdict(day: DayView): { steady: boolean; words: string } {
  const timed = day.scenes.filter((scene) => scene.starts != null);
  const steady = timed.filter((scene) => standing(scene).steady).length;
  const held = timed.filter((scene) => standing(scene).state === "held").length;
  const unsure = timed.filter((scene) => standing(scene).state === "unsure").length;
  const touched = day.swaps.filter((one) => one.while_filming).length;
  const hands = touched === 0 ? "" : ` ${touched} change${touched === 1 ? "" : "s"} while filming.`;
  if (timed.length === 0)
    return { steady: false, words: "No scene has a time yet: give each its own below." };
  if (steady === timed.length)
    return { steady: true, words: `All ${steady} scenes are steady: nothing needs touching while they run.` };
  return {
    steady: false,
    words: `${steady} of ${timed.length} scenes steady all through${held ? `, ${held} more with changes` : ""}${unsure ? `, ${unsure} uncertain` : ""}.${hands}`,
  };
}

/** What a scene's light does while it is filmed, for those who hear it. */
export function told(scene: SceneDay, step: number, jump: Jump = NONE): string {
  if (scene.starts == null || scene.ends == null) return `${scene.name}, no time yet`;
  const [first, last] = [scene.starts, scene.ends].map((minute) => ev(lightAt(scene.curve, step, minute)));
  return `${scene.name}, ${clock(scene.starts, jump)} to ${clock(scene.ends, jump)}, light from ${first} to ${last} EV, ${standing(scene, jump).words}`;
}

/** What is read off the diagram at a minute: the sky, the sun, and every scene that is filmed then. */
export function readout(day: DayView, minute: number): string[] {
  const step = day.step_minutes;
  const sun = lightAt(day.sun_deg, step, minute);
  const around = azimuthAt(day.sun_azimuth_deg, step, minute);
  const where = sun > -1 ? `sun ${sun.toFixed(0)}° high at ${around.toFixed(0)}°` : "sun down";
  const sky = `sky ${ev(lightAt(day.sky, step, minute))} ± ${lightAt(day.sky_uncertainty, step, minute).toFixed(1)} EV`;
  const scenes = day.scenes
    .filter((scene) => scene.starts != null && minute >= scene.starts && minute <= (scene.ends ?? 0))
    .map((scene) => {
      const level = lightAt(scene.curve, step, minute);
      const width = lightAt(scene.uncertainty, step, minute);
      return `${scene.name} ${ev(level)} ± ${width.toFixed(1)} EV, ${Math.round(lightAt(scene.kelvin, step, minute) / 100) * 100} K`;
    });
  return [clock(minute, day.jump), `${sky}, ${where}`, ...scenes];
}

/** An azimuth between two points, the short way round [0, 360). */
export function azimuthAt(azimuths: number[], step: number, minute: number): number {
  const at = Math.min(Math.max(minute / step, 0), azimuths.length - 1);
  const before = Math.floor(at);
  const here = azimuths[before] ?? 0;
  const next = azimuths[Math.min(before + 1, azimuths.length - 1)] ?? here;
  const turn = ((next - here + 540) % 360) - 180;
  return (here + turn * (at - before) + 360) % 360;
}
