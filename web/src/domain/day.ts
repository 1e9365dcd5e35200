/** The day's tide diagram: minutes across, stops up. Pure. */

import { scaleLinear } from "d3-scale";
import type { DayView, SceneDay } from "../api/client";
import { ev } from "./format";

/** A time on the clock, from minutes after midnight: 570 is 09:30; past midnight it goes on from 00:00. */
export function clock(minute: number): string {
  const within = ((Math.round(minute) % 1440) + 1440) % 1440;
  return `${String(Math.floor(within / 60)).padStart(2, "0")}:${String(within % 60).padStart(2, "0")}`;
}

/** Minutes after midnight of a clock time, or null where it is none. */
export function minuteOf(text: string): number | null {
  const found = /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(text.trim());
  return found ? 60 * Number(found[1]) + Number(found[2]) : null;
}

/** Minutes after local midnight of a moment of the day that is shown. */
export function minuteOfMoment(moment: string): number {
  const [, hours = "0", minutes = "0"] = /T(\d\d):(\d\d)/.exec(moment) ?? [];
  return 60 * Number(hours) + Number(minutes);
}

/** A stretch of time in words; one that fills the day is "all day". */
export function stretch({ start, end }: { start: number; end: number }, minutes = 1440): string {
  if (start <= 0 && end >= minutes) return "all day";
  return `${clock(start)} to ${end >= minutes ? "midnight" : clock(end)}`;
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

/** A curve over the whole day as an SVG path. */
export function curvePath(curve: number[], step: number, { x, y }: Plot): string {
  return curve
    .map((value, index) => `${index ? "L" : "M"}${x(index * step).toFixed(1)},${y(value).toFixed(1)}`)
    .join("");
}

/** A scene's own light while it is filmed, as an SVG path. */
export function scenePath(scene: SceneDay, step: number, { x, y }: Plot): string {
  return planned(scene)
    .map((minute, index) => {
      const level = lightAt(scene.curve, step, minute);
      return `${index ? "L" : "M"}${x(minute).toFixed(1)},${y(level).toFixed(1)}`;
    })
    .join("");
}

/** A scene moved by so many minutes, kept within the day and to whole steps of five. */
export function moved(scene: SceneDay, by: number, minutes: number): { starts: number; ends: number } | null {
  if (scene.starts == null || scene.ends == null) return null;
  const length = scene.ends - scene.starts;
  const wanted = Math.round((scene.starts + by) / 5) * 5;
  const starts = Math.min(Math.max(wanted, 0), Math.max(minutes - length, 0));
  return { starts, ends: starts + length };
}

export type Standing = { steady: boolean; words: string };

/** Whether a scene can be filmed at its time without touching anything, in words. */
export function standing(scene: SceneDay): Standing {
  if (scene.starts == null || scene.ends == null) return { steady: false, words: "no time yet" };
  if (scene.cameras.length === 0) return { steady: false, words: "no set that can be had" };
  const leaving = scene.cameras
    .flatMap((camera) => camera.leaves.map((one) => ({ ...one, camera: camera.device_name })))
    .sort((one, other) => one.minute - other.minute)[0];
  if (!leaving) return { steady: true, words: "steady all through" };
  const who = scene.cameras.length > 1 ? `${leaving.camera}, ` : "";
  const when = leaving.minute <= scene.starts ? "from the start" : `from ${clock(leaving.minute)}`;
  return {
    steady: false,
    words: `${who}${when} ${leaving.side === "dark" ? "too dark" : "too bright"}: ${tail(leaving.words)}`,
  };
}

/** What follows the verdict in a mark's words: "too dark: ISO is at its end" says it already. */
const tail = (words: string) => words.replace(/^too (dark|bright|noisy): /, "");

/** The day in a sentence: what the eye should land on. */
export function verdict(day: DayView): Standing {
  const timed = day.scenes.filter((scene) => scene.starts != null);
  const steady = timed.filter((scene) => standing(scene).steady).length;
  if (timed.length === 0)
    return { steady: false, words: "No scene has a time yet: give each its own below." };
  if (steady === timed.length)
    return { steady: true, words: `All ${steady} scenes are steady: nothing needs touching.` };
  return { steady: false, words: `${steady} of ${timed.length} scenes steady all through.` };
}

/** What a scene's light does while it is filmed, for those who hear it. */
export function told(scene: SceneDay, step: number): string {
  if (scene.starts == null || scene.ends == null) return `${scene.name}, no time yet`;
  const [first, last] = [scene.starts, scene.ends].map((minute) => ev(lightAt(scene.curve, step, minute)));
  return `${scene.name}, ${clock(scene.starts)} to ${clock(scene.ends)}, light from ${first} to ${last} EV, ${standing(scene).words}`;
}
