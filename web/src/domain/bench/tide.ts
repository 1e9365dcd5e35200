/** Geometry of the tide diagram: light in stops upward, the marks of a set as a band. Pure. */

import { scaleLinear } from "d3-scale";

export type Light = { dark: number; aim: number; bright: number; uncertainty: number };
export type Marks = { low: number; high: number; turns?: number };

export type Step = { from: number; to: number; y: number; height: number; stops: number };

export type Tide = {
  y: (ev: number) => number;
  /** The light at a height of the plot. */
  evAt: (y: number) => number;
  ticks: number[];
  /** Filled curve of the light, and its band of uncertainty, as SVG paths. */
  curve: string;
  band: string;
  /** Steps of a stop too dark (below the low mark) and too bright (above the high mark). */
  tooDark: Step[];
  tooBright: Step[];
};

const STEPS = 4;

/** The span of EV shown: everything that matters with a stop of air. */
export function span(light: Light, marks: Marks): [number, number] {
  const low = Math.min(light.dark - light.uncertainty, marks.low) - 1;
  const high = Math.max(light.bright + light.uncertainty, marks.high) + 1;
  return [Math.floor(low), Math.ceil(high)];
}

/** The light's way from its darkest over the expected to its brightest, as EV at a share 0..1 across. */
export function lightAt(light: Light, share: number): number {
  const smooth = (t: number) => t * t * (3 - 2 * t);
  if (share <= 0.5) return light.dark + (light.aim - light.dark) * smooth(share * 2);
  return light.aim + (light.bright - light.aim) * smooth(share * 2 - 1);
}

/** Steps of one stop each from a mark outward, as far as the diagram goes. */
export function steps(from: number, limit: number, y: (ev: number) => number): Step[] {
  const down = limit < from;
  const found: Step[] = [];
  for (let index = 0; index < STEPS; index += 1) {
    const start = down ? from - index : from + index;
    const last = index === STEPS - 1;
    const end = down ? Math.max(last ? limit : start - 1, limit) : Math.min(last ? limit : start + 1, limit);
    if (down ? start <= limit : start >= limit) break;
    const top = y(Math.max(start, end));
    found.push({ from: start, to: end, y: top, height: y(Math.min(start, end)) - top, stops: index + 1 });
  }
  return found;
}

/** The whole diagram for a plot of this size [px]. */
export function tide(light: Light, marks: Marks, width: number, height: number): Tide {
  const [low, high] = span(light, marks);
  const y = scaleLinear().domain([low, high]).range([height, 0]);
  const shares = Array.from({ length: 41 }, (_, index) => index / 40);
  const line = (offset: number) =>
    shares.map((share) => `${(share * width).toFixed(1)},${y(lightAt(light, share) + offset).toFixed(1)}`);
  const upper = line(light.uncertainty);
  const lower = line(-light.uncertainty);
  return {
    y,
    evAt: (at) => y.invert(at),
    ticks: y.ticks(Math.max(3, Math.round(height / 34))).filter(Number.isInteger),
    curve: `M0,${height} L${line(0).join(" L")} L${width},${height} Z`,
    band: `M${upper.join(" L")} L${lower.reverse().join(" L")} Z`,
    tooDark: steps(marks.low, low, y),
    tooBright: steps(marks.high, high, y),
  };
}

/** Light beyond a mark by less than this still counts as held, as in the planner. */
const SLACK = 0.05;

/** By how much light lies within the marks or beyond them, in words; whether that holds is the planner's to say. */
export function margin(light: Light, marks: Marks): string {
  const short = marks.low - light.dark;
  const over = light.bright - marks.high;
  const beyond = Math.max(short, over);
  if (beyond <= SLACK) {
    const spare = Math.max(-beyond, 0).toFixed(1);
    return `${spare} stop${spare === "1.0" ? "" : "s"} to spare`;
  }
  return [
    ...(short > SLACK ? [`${short.toFixed(1)} stops short in the darkest light`] : []),
    ...(over > SLACK ? [`${over.toFixed(1)} stops over in the brightest light`] : []),
  ].join(", ");
}
