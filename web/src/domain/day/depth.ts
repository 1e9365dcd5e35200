/** Light down the water: depth downward, stops across. Pure. */

import { scaleLinear } from "d3-scale";
import type { CameraDay, WaterDay } from "../documents";
import { metres } from "../habits";

export type DepthPlot = {
  x: (ev: number) => number;
  y: (depth: number) => number;
  depthAt: (y: number) => number;
  depths: number[];
  levels: number[];
  curve: string;
  band: string;
};

/** Everything of the depth diagram for a plot of this size. */
export function depthPlot(
  water: WaterDay,
  cameras: Pick<CameraDay, "low_ev100" | "high_ev100">[],
  width: number,
  height: number,
): DepthPlot {
  const { ev100, step_m, uncertainty_stops } = water.depths;
  const marks = cameras.flatMap((one) => [one.low_ev100, one.high_ev100]);
  const low = Math.floor(Math.min(...ev100, ...marks) - 1);
  const high = Math.ceil(Math.max(...ev100, ...marks) + 1);
  const x = scaleLinear().domain([low, high]).range([0, width]);
  const y = scaleLinear()
    .domain([0, step_m * (ev100.length - 1)])
    .range([0, height]);
  const line = (offset: number) =>
    ev100.map((level, index) => `${x(level + offset).toFixed(1)},${y(index * step_m).toFixed(1)}`);
  return {
    x,
    y,
    depthAt: (at) => y.invert(at),
    depths: y.ticks(5),
    levels: x.ticks(6).filter(Number.isInteger),
    curve: `M${line(0).join("L")}`,
    band: `M${line(uncertainty_stops).join("L")}L${line(-uncertainty_stops).reverse().join("L")}Z`,
  };
}

/** Where the set holds, in words. */
export function holds(water: WaterDay): string {
  const { steady_from_m, steady_to_m, step_m, ev100 } = water.depths;
  if (steady_from_m == null || steady_to_m == null) return "the set holds at no depth in this light";
  const bottom = steady_to_m >= step_m * (ev100.length - 1) - 0.05;
  if (steady_from_m <= 0 && bottom) return `the set holds from the surface to ${metres(steady_to_m)} and on`;
  if (steady_from_m <= 0) return `the set holds from the surface to ${metres(steady_to_m)}`;
  return `the set holds from ${metres(steady_from_m)} ${bottom ? "down" : `to ${metres(steady_to_m)}`}`;
}

/** How deep a dive is so many minutes after it began [m]; null where no profile says it. */
export function depthOn(water: WaterDay, minute: number): number | null {
  const { profile } = water;
  const after = profile.findIndex((point) => point.minute >= minute);
  const [next, before] = [profile[after], profile[after - 1]];
  if (profile.length === 0) return null;
  if (!next) return profile.at(-1)?.depth_m ?? null;
  if (!before || next.minute === before.minute) return next.depth_m;
  const share = (minute - before.minute) / (next.minute - before.minute);
  return before.depth_m + share * (next.depth_m - before.depth_m);
}

/** How much lighter it is at a depth than at the planned one [stops]. */
export function lighterBy(water: WaterDay, depth_m: number): number {
  const { ev100, step_m } = water.depths;
  const at = (metres: number) => {
    const place = Math.min(Math.max(metres / step_m, 0), ev100.length - 1);
    const [low, high] = [ev100[Math.floor(place)] ?? 0, ev100[Math.ceil(place)] ?? 0];
    return low + (high - low) * (place % 1);
  };
  return at(depth_m) - at(water.depth_m);
}
