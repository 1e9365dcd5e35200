/** A dive as a few points, "0:0 5:6.5 20:4" in minutes and metres. Pure. */

import type { DivePoint } from "../api/client";

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
