/** What can be laid side by side on a scene: schools, cameras, lights, depths, or the values of a setting. Pure. */

import type { Brief, Decision, DeviceView, Plan, SchoolView, Trial } from "../documents";
import { level } from "../format";
import { metres } from "../habits";
import type { Wish } from "./picture";

/** take: how it becomes the scene's own; null where it is not a choice but a circumstance. */
export type Item = { key: string; label: string; wish: Wish; take: Take | null };
export type Take =
  | { kind: "school"; school: string }
  | { kind: "pin"; setting: string; value: string | number }
  | { kind: "camera"; device_id: string };
export type Axis = { key: string; label: string; items: Item[]; first: string[] };

/** So many hang at once. */
export const MOST = 6;
const PLAIN: Wish = { light: {}, pins: {} };

type Given = {
  plan: Plan;
  brief: Brief;
  school: string;
  device_id: string;
  schools: SchoolView[];
  devices: DeviceView[];
};

export function axesOf({ plan, brief, school, device_id, schools, devices }: Given): Axis[] {
  const bySchool: Axis = {
    key: "school",
    label: "Schools",
    items: schools.map((one) => ({
      key: one.key,
      label: one.name,
      wish: { ...PLAIN, school: one.key },
      take: { kind: "school", school: one.key },
    })),
    first: [],
  };
  const byCamera: Axis = {
    key: "camera",
    label: "Cameras",
    items: devices.map((one) => ({
      key: one.id,
      label: one.name,
      wish: { ...PLAIN, device_id: one.id === device_id ? null : one.id },
      take: { kind: "camera", device_id: one.id },
    })),
    first: [],
  };
  const axes = [begunWith(bySchool, school), begunWith(byCamera, device_id), lights(plan), depths(brief)];
  const settings = plan.decisions.map(ofSetting).filter((axis) => axis !== null);
  return [...axes.filter((axis) => axis !== null && axis.items.length > 1), ...settings].filter(
    (axis) => axis !== null,
  );
}

/** Own one first, with the next ones beside it. */
function begunWith(axis: Axis, own: string): Axis {
  const others = axis.items.filter((item) => item.key !== own).map((item) => item.key);
  return { ...axis, first: [own, ...others].slice(0, 3) };
}

function lights(plan: Plan): Axis {
  const found: [string, number][] = [
    ["darkest", plan.dark_ev100],
    ["expected", plan.light.ev100],
    ["brightest", plan.bright_ev100],
    ["low mark", plan.reach.low.ev100],
    ["high mark", plan.reach.high.ev100],
  ];
  const items = found.map(([name, ev100]) => ({
    key: name,
    label: `${name}, ${level(ev100)}`,
    wish: { ...PLAIN, light: { ev100 } },
    take: null,
  }));
  return { key: "light", label: "Lights", items, first: ["darkest", "expected", "brightest"] };
}

function depths(brief: Brief): Axis | null {
  const water = brief.water;
  if (!water) return null;
  const { depth_m, shallowest_m } = water;
  const all = [...new Set([Math.max(shallowest_m, 0.1), (depth_m + shallowest_m) / 2, depth_m, depth_m * 2])]
    .map((one) => Math.round(one * 10) / 10)
    .filter((one) => one <= 60);
  const items = all.map((one) => ({
    key: String(one),
    label: metres(one),
    wish: { ...PLAIN, light: { depth_m: one } },
    take: null,
  }));
  return { key: "depth", label: "Depths", items, first: items.slice(0, 3).map((item) => item.key) };
}

/** Settings that a picture shows. */
const SEEN = new Set([
  "frame_shape",
  "resolution",
  "frame_rate",
  "view",
  "stabilisation",
  "bit_rate",
  "bit_depth",
  "aperture",
  "shutter",
  "nd_filter",
  "iso_ceiling",
  "iso_floor",
  "exposure_bias",
  "colour_profile",
  "white_balance",
  "colour_filter",
  "sharpening",
  "lamp",
]);

function ofSetting(decision: Decision): Axis | null {
  if (!SEEN.has(decision.setting)) return null;
  const options = decision.options.filter((option) => !option.refused);
  if (options.length < 2) return null;
  const at = Math.max(
    options.findIndex((option) => option.value === decision.value),
    0,
  );
  const near = options.slice(Math.max(0, at - 1), Math.max(0, at - 1) + 3);
  return {
    key: decision.setting,
    label: decision.label,
    items: options.map((option) => ({
      key: String(option.value),
      label: option.text,
      wish: { ...PLAIN, pins: { [decision.setting]: option.value } },
      take: { kind: "pin", setting: decision.setting, value: option.value },
    })),
    first: near.map((option) => String(option.value)),
  };
}

/** The same in the light of another item; a depth stays as it is. */
export function inLight(item: Item, light: Item | undefined): Item {
  if (!light) return item;
  return { ...item, wish: { ...item.wish, light: { ...light.wish.light, ...item.wish.light } } };
}

/** Sets to test for real are two at most: a mark taken away, or set in place of the eldest. */
export function toggled(marked: Trial[], trial: Trial): Trial[] {
  const others = marked.filter((one) => one.label !== trial.label);
  return others.length < marked.length ? others : [...marked, trial].slice(-2);
}

// Looking closer: one place for all pictures.

export type Place = { zoom: number; x: number; y: number };
export const WHOLE: Place = { zoom: 1, x: 0, y: 0 };
const DEEPEST = 8;

/** Nearer or farther by a factor; x, y: the middle, as shares of the picture off its own. */
export function zoomed({ zoom, x, y }: Place, by: number): Place {
  return bounded({ zoom: zoom * by, x, y });
}

/** Moved by shares of what is shown. */
export function panned({ zoom, x, y }: Place, across: number, down: number): Place {
  return bounded({ zoom, x: x + across / zoom, y: y + down / zoom });
}

function bounded({ zoom, x, y }: Place): Place {
  const near = Math.min(DEEPEST, Math.max(1, zoom));
  const most = (1 - 1 / near) / 2;
  const within = (value: number) => Math.min(most, Math.max(-most, value)) || 0;
  return { zoom: near, x: within(x), y: within(y) };
}

/** As a transformation in a style sheet. */
export const transformOf = ({ zoom, x, y }: Place): string =>
  `scale(${zoom}) translate(${(-100 * x).toFixed(3)}%, ${(-100 * y).toFixed(3)}%)`;
