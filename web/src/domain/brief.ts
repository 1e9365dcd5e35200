/** The fields of a brief as the bench shows them. What is typed stays text until the service reads it. */

import { words } from "./format";

export type Choice = { value: string; text: string };

export type FieldSpec = {
  path: string;
  label: string;
  unit?: string;
  /** Offered values; without them the field takes a number. */
  choices?: Choice[];
  /** Offered values that the core names: the list of the vocabulary they stand in. */
  named?: "waters" | "lamp_classes";
  flag?: boolean;
  wide?: boolean;
  hint?: string;
  /** Scenarios in which the answer changes nothing. */
  not?: string[];
  /** Scenarios in which alone it changes something. */
  only?: string[];
};

const same = (values: string[]): Choice[] => values.map((value) => ({ value, text: words(value) }));

export const LIGHT_KINDS: Choice[] = [
  { value: "condition", text: "by name" },
  { value: "sky", text: "by place and time" },
  { value: "lamps", text: "by lamps" },
  { value: "sun", text: "by sun and cloud" },
  { value: "lux", text: "measured in lux" },
  { value: "ev", text: "measured in EV" },
];

/** What a lamp starts from when it is added. */
export const LAMP_START = {
  given: "class",
  lamp_class: "P2",
  lumens: 800,
  beam_deg: 120,
  lux_at_1_m: 300,
  distance_m: 2,
  kelvin: 3000,
  ripple: 0.3,
  on_mains: true,
};
export const MOST_LAMPS = 6;

/** What a way of stating light starts from when it is chosen. */
export const LIGHT_START: Record<string, Record<string, unknown>> = {
  condition: { kind: "condition", condition: "sun", shift_stops: 0 },
  sun: { kind: "sun", sun_altitude_deg: 30, cloud_okta: 2, shade_stops: 0 },
  lux: { kind: "lux", lux: 500, kelvin: 4000, lamps: true },
  ev: { kind: "ev", ev100: 12, kelvin: 5500, lamps: false },
  sky: { kind: "sky", shade_stops: 0, ground: "plain", cloud_okta: null },
  lamps: { kind: "lamps", lamps: [LAMP_START], with_sky: false, shade_stops: 0 },
};

const GROUND: FieldSpec = {
  path: "light.ground",
  label: "Ground",
  choices: same(["plain", "water", "sand", "snow", "forest"]),
};
const SHADE: FieldSpec = { path: "light.shade_stops", label: "Shade takes", unit: "stops" };

/** The fields of a lamp, by how its light is given; paths within the lamp. */
export const LAMP_FIELDS: Record<string, FieldSpec[]> = {
  class: [{ path: "lamp_class", label: "Where", named: "lamp_classes" }],
  lumens: [
    { path: "lumens", label: "Gives", unit: "lm" },
    { path: "beam_deg", label: "Beam", unit: "°" },
    { path: "distance_m", label: "Away", unit: "m" },
  ],
  lux: [
    { path: "lux_at_1_m", label: "At a metre", unit: "lx" },
    { path: "distance_m", label: "Away", unit: "m" },
  ],
};
export const LAMP_ALWAYS: FieldSpec[] = [
  { path: "kelvin", label: "Colour", unit: "K" },
  { path: "ripple", label: "Flickers", unit: "0 to 1" },
  { path: "on_mains", label: "On the mains", flag: true },
];
export const LAMP_GIVEN: Choice[] = [
  { value: "class", text: "by road or room" },
  { value: "lumens", text: "in lumens" },
  { value: "lux", text: "in lux at a metre" },
];

export const LIGHT_FIELDS: Record<string, FieldSpec[]> = {
  condition: [{ path: "light.shift_stops", label: "Shifted by", unit: "stops" }],
  sun: [
    { path: "light.sun_altitude_deg", label: "Sun height", unit: "°" },
    { path: "light.cloud_okta", label: "Cloud", unit: "/ 8" },
    SHADE,
    GROUND,
  ],
  sky: [{ path: "light.cloud_okta", label: "Cloud, if its own", unit: "/ 8" }, SHADE, GROUND],
  lamps: [
    { path: "light.with_sky", label: "And the sky", flag: true },
    { path: "light.shade_stops", label: "Less of it", unit: "stops" },
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
  { path: "minutes", label: "Runs for", unit: "min", not: ["lapse"] },
  { path: "subject_distance_m", label: "Subject at", unit: "m", not: ["lapse"] },
  { path: "subject_speed_m_s", label: "Crosses at", unit: "m/s", not: ["lapse", "talking"] },
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
  { path: "frozen", label: "Freeze it", flag: true, only: ["product", "motion", "underwater"] },
  { path: "point_of_view", label: "Point of view", flag: true, only: ["motion"] },
  { path: "repeatable", label: "Repeatable", flag: true },
  { path: "sound_used", label: "Sound used", flag: true, not: ["underwater", "drone", "lapse"] },
  { path: "windy", label: "Windy", flag: true, not: ["underwater", "lapse"] },
];

export const WATER: FieldSpec[] = [
  { path: "water.shallowest_m", label: "From", unit: "m" },
  { path: "water.depth_m", label: "Deepest", unit: "m" },
  { path: "water.colour", label: "Water", named: "waters" },
  { path: "water.port", label: "Port", choices: same(["bare", "flat", "dome"]) },
  { path: "water.housing_rating_m", label: "Housing rated", unit: "m" },
  { path: "water.lamp", label: "Lamp lit", flag: true },
];

export const DELIVERY: FieldSpec[] = [
  { path: "delivery.timeline_rate", label: "Timeline", unit: "fps" },
  { path: "delivery.slowed", label: "Slowed up to", unit: "×", not: ["lapse"] },
  { path: "delivery.long_side_px", label: "Film is", unit: "px long" },
  { path: "delivery.crop_room", label: "Room to crop", unit: "share" },
  { path: "delivery.edited_on", label: "Edited on", choices: same(["phone", "laptop", "desktop"]) },
  { path: "delivery.shown_on", label: "Shown on", choices: same(["phone", "computer", "large-screen"]) },
  {
    path: "delivery.graded",
    label: "Graded",
    choices: [
      { value: "", text: "by school" },
      { value: "true", text: "yes" },
      { value: "false", text: "no" },
    ],
  },
];

export const LAPSE: FieldSpec[] = [
  { path: "lapse.interval_s", label: "A frame every", unit: "s" },
  { path: "lapse.hours", label: "Runs for", unit: "hours" },
  { path: "lapse.stars", label: "Stars stay points", flag: true },
  { path: "lapse.external_power", label: "Power bank connected", flag: true },
];

/** Whether a question changes the answer in a scenario. */
export function asked(spec: FieldSpec, scenario: string): boolean {
  return !spec.not?.includes(scenario) && (!spec.only || spec.only.includes(scenario));
}

/** What a choice is sent as: some stand for numbers, truth or nothing. */
export function chosenValue(path: string, text: string): unknown {
  if (path === "mains_hz") return Number(text);
  if (path === "delivery.graded") return text === "" ? null : text === "true";
  return text;
}

export const SHAPES = ["16:9", "9:16", "4:3", "8:7"];

export const SCENARIOS: Choice[] = [
  ...same(["underwater", "low-light", "motion", "product"]),
  { value: "talking", text: "talking and travelling" },
  { value: "drone", text: "drone" },
  { value: "lapse", text: "night lapse and time lapse" },
];

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
  talking: {
    scenario: "talking",
    light: { kind: "condition", condition: "bright-cloud" },
    carried: "walking",
    subject_distance_m: 0.8,
    subject_speed_m_s: 0.2,
  },
  drone: {
    scenario: "drone",
    light: { kind: "condition", condition: "sun" },
    falls_stops: 1.5,
    carried: "gimbal",
    subject_speed_m_s: 3,
    subject_distance_m: 15,
    minutes: 18,
    sound_used: false,
  },
  lapse: {
    scenario: "lapse",
    light: { kind: "condition", condition: "half-moon" },
    falls_stops: 2,
    rises_stops: 1,
    carried: "tripod",
    subject_speed_m_s: 0,
    subject_distance_m: 100,
    sound_used: false,
    lapse: { interval_s: 20, hours: 6, stars: true, external_power: true },
  },
};

/** Kinds of scene that lie under the sky of their shoot. */
const UNDER_SKY = ["underwater", "motion", "talking", "drone"];

/** The brief a new scene starts from; under the sky of its shoot where place and day are known. */
export function startOf(scenario: string, skyKnown: boolean): Record<string, unknown> {
  const start = SCENARIO_START[scenario] ?? {};
  return skyKnown && UNDER_SKY.includes(scenario) ? { ...start, light: LIGHT_START.sky } : start;
}

type Tree = Record<string, unknown>;

/** The value at a dotted path. */
export function read(tree: unknown, path: string): unknown {
  return path.split(".").reduce<unknown>((node, part) => (node as Tree | null | undefined)?.[part], tree);
}

/** A copy of the tree with another value at a dotted path. */
export function write(tree: Tree, path: string, value: unknown): Tree {
  const [head = "", ...rest] = path.split(".");
  if (Array.isArray(tree)) {
    const below = (node: unknown) => (rest.length ? write(node as Tree, rest.join("."), value) : value);
    return tree.map((node, index) => (index === Number(head) ? below(node) : node)) as unknown as Tree;
  }
  if (rest.length === 0) return { ...tree, [head]: value };
  return { ...tree, [head]: write((tree[head] as Tree | undefined) ?? {}, rest.join("."), value) };
}

/** What is typed as it is sent: an emptied number of a field that may be left out becomes null. */
export function typed(path: string, text: string): unknown {
  if (["water.housing_rating_m", "light.cloud_okta"].includes(path) && text.trim() === "") return null;
  return text.trim();
}
