/** The fields of a brief as the bench shows them. What is typed stays text until the service reads it. */

import { words } from "./format";

export type Choice = { value: string; text: string };

export type FieldSpec = {
  path: string;
  label: string;
  unit?: string;
  /** Offered values; without them the field takes a number. */
  choices?: Choice[];
  flag?: boolean;
  wide?: boolean;
  hint?: string;
};

const same = (values: string[]): Choice[] => values.map((value) => ({ value, text: words(value) }));

export const LIGHT_KINDS: Choice[] = [
  { value: "condition", text: "by name" },
  { value: "sun", text: "by sun and cloud" },
  { value: "lux", text: "measured in lux" },
  { value: "ev", text: "measured in EV" },
];

/** What a way of stating light starts from when it is chosen. */
export const LIGHT_START: Record<string, Record<string, unknown>> = {
  condition: { kind: "condition", condition: "sun", shift_stops: 0 },
  sun: { kind: "sun", sun_altitude_deg: 30, cloud_okta: 2, shade_stops: 0 },
  lux: { kind: "lux", lux: 500, kelvin: 4000, lamps: true },
  ev: { kind: "ev", ev100: 12, kelvin: 5500, lamps: false },
};

export const LIGHT_FIELDS: Record<string, FieldSpec[]> = {
  condition: [{ path: "light.shift_stops", label: "Shifted by", unit: "stops" }],
  sun: [
    { path: "light.sun_altitude_deg", label: "Sun height", unit: "°" },
    { path: "light.cloud_okta", label: "Cloud", unit: "/ 8" },
    { path: "light.shade_stops", label: "Shade takes", unit: "stops" },
  ],
  lux: [
    { path: "light.lux", label: "On the subject", unit: "lx" },
    { path: "light.kelvin", label: "Colour", unit: "K" },
    { path: "light.lamps", label: "From mains lamps", flag: true },
  ],
  ev: [
    { path: "light.ev100", label: "At ISO 100", unit: "EV" },
    { path: "light.kelvin", label: "Colour", unit: "K" },
    { path: "light.lamps", label: "From mains lamps", flag: true },
  ],
};

export const LIGHT_CHANGE: FieldSpec[] = [
  { path: "falls_stops", label: "May fall by", unit: "stops" },
  { path: "rises_stops", label: "May rise by", unit: "stops" },
];

export const FILMED: FieldSpec[] = [
  {
    path: "carried",
    label: "Camera is",
    choices: same([
      "tripod",
      "gimbal",
      "tray",
      "standing",
      "swimming",
      "walking",
      "riding",
      "helmet-on-snow",
    ]),
  },
  { path: "minutes", label: "Runs for", unit: "min" },
  { path: "subject_distance_m", label: "Subject at", unit: "m" },
  { path: "subject_speed_m_s", label: "Crosses at", unit: "m/s" },
  { path: "temperature_c", label: "Air", unit: "°C" },
  {
    path: "mains_hz",
    label: "Mains",
    choices: [
      { value: "50", text: "50 Hz" },
      { value: "60", text: "60 Hz" },
    ],
  },
];

export const FLAGS: FieldSpec[] = [
  { path: "frozen", label: "Freeze it", flag: true },
  { path: "point_of_view", label: "Point of view", flag: true },
  { path: "repeatable", label: "Repeatable", flag: true },
  { path: "sound_used", label: "Sound used", flag: true },
  { path: "windy", label: "Windy", flag: true },
];

export const WATER: FieldSpec[] = [
  { path: "water.depth_m", label: "Deepest", unit: "m" },
  { path: "water.colour", label: "Water", choices: same(["blue", "green", "murky"]) },
  { path: "water.port", label: "Port", choices: same(["bare", "flat", "dome"]) },
  { path: "water.housing_rating_m", label: "Housing rated", unit: "m" },
  { path: "water.lamp", label: "Lamp lit", flag: true },
];

export const DELIVERY: FieldSpec[] = [
  { path: "delivery.timeline_rate", label: "Timeline", unit: "fps" },
  { path: "delivery.slowed", label: "Slowed up to", unit: "×" },
  { path: "delivery.long_side_px", label: "Film is", unit: "px long" },
  { path: "delivery.edited_on", label: "Edited on", choices: same(["phone", "laptop", "desktop"]) },
];

export const SHAPES = ["16:9", "9:16", "4:3", "8:7"];

export const SCENARIOS = same(["underwater", "low-light", "motion", "product"]);

/** What a scenario starts from: sensible conditions filled in. */
export const SCENARIO_START: Record<string, Record<string, unknown>> = {
  underwater: {
    scenario: "underwater",
    light: { kind: "condition", condition: "water-green-shallow" },
    falls_stops: 1.5,
    rises_stops: 1,
    carried: "tray",
    subject_distance_m: 1,
    subject_speed_m_s: 0.3,
    sound_used: false,
    water: { depth_m: 6, colour: "green", port: "flat", housing_rating_m: 40 },
    delivery: { slowed: 2 },
  },
  "low-light": {
    scenario: "low-light",
    light: { kind: "condition", condition: "lit-street" },
    falls_stops: 1,
    rises_stops: 1,
    carried: "walking",
  },
  motion: {
    scenario: "motion",
    light: { kind: "condition", condition: "sun" },
    falls_stops: 2,
    carried: "riding",
    subject_speed_m_s: 4,
    subject_distance_m: 5,
    windy: true,
  },
  product: {
    scenario: "product",
    light: { kind: "lux", lux: 1500, kelvin: 5600, lamps: true },
    falls_stops: 0,
    rises_stops: 0,
    carried: "tripod",
    subject_speed_m_s: 0,
    subject_distance_m: 0.4,
    sound_used: false,
  },
};

type Tree = Record<string, unknown>;

/** The value at a dotted path. */
export function read(tree: unknown, path: string): unknown {
  return path.split(".").reduce<unknown>((node, part) => (node as Tree | null | undefined)?.[part], tree);
}

/** A copy of the tree with another value at a dotted path. */
export function write(tree: Tree, path: string, value: unknown): Tree {
  const [head = "", ...rest] = path.split(".");
  if (rest.length === 0) return { ...tree, [head]: value };
  return { ...tree, [head]: write((tree[head] as Tree | undefined) ?? {}, rest.join("."), value) };
}

/** What is typed as it is sent: an emptied number of a field that may be left out becomes null. */
export function typed(path: string, text: string): unknown {
  if (path === "water.housing_rating_m" && text.trim() === "") return null;
  return text.trim();
}
