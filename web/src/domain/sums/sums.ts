/** Quick sums: their fields as forms know them, values in an address, drawings. Pure. */

import { scaleLinear } from "d3-scale";
import type { Drawn } from "../documents";
import { type Fact, factsOf } from "../fields";
import { words } from "../format";
import SUM from "../generated/facts/sum.json";

export type SumField = { name: string; fact: Fact };
/** Values as they are typed: only those that were said. */
export type SumValues = Record<string, string>;

/** What a field is called, where its name does not read by itself. */
const LABELS: Record<string, string> = {
  ev100: "Light on the subject",
  rate: "Frame rate",
  angle_deg: "Shutter angle",
  f_number: "f-number",
  base_iso: "Lowest ISO",
  mains_hz: "Mains",
  shutter_s: "Shutter",
  lumens: "The lamp gives",
  beam_deg: "Beam",
  distance_m: "Distance",
  colour: "Water",
  depth_m: "Depth",
  filter: "Filter",
  recorded_rate: "Recorded",
  timeline_rate: "The film plays at",
  moment_s: "The moment takes",
  wanted: "Wanted",
  hours: "Runs for",
  film_s: "Film",
  interval_s: "Interval",
  write_gap_s: "Writing a frame takes",
  frame_mb: "A frame",
  mbit_s: "Bit rate",
  card_gb: "The card holds",
  copies: "Copies",
  copy_mb_s: "Copied at",
  capacity_wh: "The cell holds",
  draw_w: "The camera draws",
  temperature_c: "Temperature",
  share_at_0_c: "Left of it at 0 °C",
  cuts_out_below: "Cuts out below",
  across_deg: "View across",
  size_m: "Size of the subject",
  filled: "Share of the frame",
  width_px: "Recorded width",
  height_px: "Recorded height",
  shape: "Cut out",
  wanted_px: "Longer side needed",
  turn_deg: "It turns",
  slowed: "Slowed",
};
export const labelOf = (name: string): string => LABELS[name] ?? words(name);

/** The fields of a sum in their order. */
export function fieldsOf(key: string): SumField[] {
  return Object.entries(factsOf(SUM))
    .filter(([path]) => path.startsWith(`[${key}].`) && !path.endsWith("].sum"))
    .map(([path, fact]) => ({ name: path.slice(key.length + 3), fact }));
}

/** Fields that are asked for what is wanted: of length, film and interval two, of angle, distance and size two. */
export function askedOf(key: string, values: SumValues): SumField[] {
  const fields = fieldsOf(key);
  const wanted = values.wanted ?? String(fields.find((one) => one.name === "wanted")?.fact.start ?? "");
  const answered: Record<string, string> = {
    film: "film_s",
    interval: "interval_s",
    hours: "hours",
    distance: "distance_m",
    size: "size_m",
    angle: "across_deg",
  };
  return fields.filter((one) => one.name !== answered[wanted]);
}

/** Values out of an address; what the sum has no field for is left out. */
export function valuesIn(search: URLSearchParams, key: string): SumValues {
  const known = new Set(fieldsOf(key).map((one) => one.name));
  return Object.fromEntries([...search].filter(([name]) => known.has(name)));
}

/** What is asked of the service: numbers as they were typed, choices as the schema has them. */
export function bodyOf(key: string, values: SumValues): Record<string, unknown> {
  const facts = new Map(fieldsOf(key).map((one) => [one.name, one.fact]));
  const said = Object.entries(values).map(([name, text]) => {
    const choice = facts.get(name)?.choices?.find((one) => String(one) === text);
    return [name, choice ?? text] as const;
  });
  return { sum: key, ...Object.fromEntries(said) };
}

export type CurveDrawn = {
  path: string;
  at: { x: number; y: number };
  across: { x: number; text: string }[];
  upward: { y: number; text: string }[];
};

/** A curve in a box, with a few figures along both edges. */
export function drawnIn(drawn: Drawn, width: number, height: number): CurveDrawn {
  const xs = drawn.points.map((one) => one.x);
  const ys = [...drawn.points, drawn.at].map((one) => one.y);
  const x = scaleLinear()
    .domain([Math.min(...xs), Math.max(...xs)])
    .range([0, width]);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const y = scaleLinear()
    .domain(low === high ? [low - 1, high + 1] : [low, high])
    .nice(4)
    .range([height, 0]);
  const figure = (value: number) => String(Number(value.toPrecision(3))).replace("-", "−");
  return {
    path: drawn.points
      .map((one, index) => `${index ? "L" : "M"}${x(one.x).toFixed(1)},${y(one.y).toFixed(1)}`)
      .join(""),
    at: { x: x(drawn.at.x), y: y(drawn.at.y) },
    across: x.ticks(4).map((value) => ({ x: x(value), text: figure(value) })),
    upward: y.ticks(4).map((value) => ({ y: y(value), text: figure(value) })),
  };
}
