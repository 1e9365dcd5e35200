/** A dive as a few points, "0:0 5:6.5 20:4" in minutes and metres. Pure. */

import type { DivePoint } from "../documents";

export const MOST_TYPED = 12;

/** Points as they are written; a long log is told by its length. */
export function pointsText(points: DivePoint[]): string {
  return points.length > MOST_TYPED ? "" : points.map((one) => `${one.minute}:${one.depth_m}`).join(" ");
}

/** Points of what was written, or what is wrong with it. */
export function pointsOf(text: string): DivePoint[] | string {
  const parts = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean);
  const points: DivePoint[] = [];
  for (const part of parts) {
    const [, minute, depth] = /^(\d+(?:\.\d+)?):(\d+(?:\.\d+)?)$/.exec(part) ?? [];
    if (minute === undefined || depth === undefined)
      return `“${part}” is no point: write minutes and metres such as 0:0 5:6.5 20:4`;
    points.push({ minute: Number(minute), depth_m: Number(depth) });
  }
  if (points.length === 1) return "one point is no profile: give a second one";
  const backwards = points.some((one, index) => index > 0 && one.minute <= (points[index - 1]?.minute ?? 0));
  return backwards ? "the minutes have to go forward from point to point" : points;
}

/** A dive drawn with the pointer: time across, depth downward. Whole minutes and half metres. */

const DEEPEST_M = 60;
const half = (depth: number) => Math.min(Math.max(Math.round(2 * depth) / 2, 0), DEEPEST_M);

/** Points with one more; the first one drawn makes a dive of three, from and back to the shallowest depth. */
export function pointAdded(
  points: DivePoint[],
  at: DivePoint,
  dive: { minutes: number; shallowest_m: number },
): { points: DivePoint[]; index: number } {
  const minute = Math.round(at.minute);
  const point = { minute, depth_m: half(at.depth_m) };
  const last = Math.max(Math.round(dive.minutes), 2);
  const ends = [0, last].map((end) => ({ minute: end, depth_m: half(dive.shallowest_m) }));
  const others = (points.length ? points : ends).filter((one) => one.minute !== minute);
  const next = [...others, point].sort((one, other) => one.minute - other.minute);
  return { points: next, index: next.indexOf(point) };
}

/** Points with one of them pulled elsewhere; it never passes its neighbours. */
export function pointPulled(points: DivePoint[], index: number, to: DivePoint): DivePoint[] {
  const before = points[index - 1]?.minute ?? -1;
  const after = points[index + 1]?.minute ?? Number.POSITIVE_INFINITY;
  const minute = Math.max(Math.min(Math.round(to.minute), after - 1), before + 1, 0);
  return points.map((one, at) => (at === index ? { minute, depth_m: half(to.depth_m) } : one));
}

/** Points without one of them; fewer than two are no profile. */
export function pointDropped(points: DivePoint[], index: number): DivePoint[] {
  const left = points.filter((_, at) => at !== index);
  return left.length < 2 ? [] : left;
}
