/** The fields of a brief as the bench shows them. What is typed stays text until the service reads it. */

import { briefFact, type Choice, chosen, startsWithin, typedFor } from "../fields";
import { words } from "../format";
import { atHome, SCENARIO_START } from "./starts";

export type FieldSpec = {
  path: string;
  label: string;
  /** Offered values where they read otherwise than the schema has them. */
  choices?: Choice[];
  /** Offered values that the core names: the list of the vocabulary they stand in. */
  named?: "waters" | "lamp_classes";
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

/** What a lamp starts from when it is added; given by where it is. */
export const LAMP_START = { ...startsWithin("light[lamps].lamps[]"), given: "class" };
export const MOST_LAMPS = 6;

/** Where a first choice differs from what the schema would leave it at: lamps of a room rather than the sun. */
const FIRST: Record<string, Record<string, unknown>> = {
  condition: { condition: "sun" },
  sun: { cloud_okta: 2 },
  lux: { kelvin: 4000, lamps: true },
  sky: { cloud_okta: null },
  lamps: { lamps: [LAMP_START] },
};

/** What a way of stating light starts from when it is chosen. */
export const lightStart = (kind: string): Record<string, unknown> => ({
  ...startsWithin(`light[${kind}]`),
  ...FIRST[kind],
});

const GROUND: FieldSpec = { path: "light.ground", label: "Ground" };
const SHADE: FieldSpec = { path: "light.shade_stops", label: "Shade takes" };

/** The fields of a lamp, by how its light is given; paths within the lamp. */
export const LAMP_FIELDS: Record<string, FieldSpec[]> = {
  class: [{ path: "lamp_class", label: "Where", named: "lamp_classes" }],
  lumens: [
    { path: "lumens", label: "Gives" },
    { path: "beam_deg", label: "Beam" },
    { path: "distance_m", label: "Away" },
  ],
  lux: [
    { path: "lux_at_1_m", label: "At a metre" },
    { path: "distance_m", label: "Away" },
  ],
};
export const LAMP_ALWAYS: FieldSpec[] = [
  { path: "kelvin", label: "Colour" },
  { path: "ripple", label: "Flickers" },
  { path: "on_mains", label: "On the mains" },
];
export const LAMP_GIVEN: Choice[] = [
  { value: "class", text: "by road or room" },
  { value: "lumens", text: "in lumens" },
  { value: "lux", text: "in lux at a metre" },
];

export const LIGHT_FIELDS: Record<string, FieldSpec[]> = {
  condition: [{ path: "light.shift_stops", label: "Shifted by" }],
  sun: [
    { path: "light.sun_altitude_deg", label: "Sun height" },
    { path: "light.cloud_okta", label: "Cloud" },
    SHADE,
    GROUND,
  ],
  sky: [{ path: "light.cloud_okta", label: "Cloud, if its own" }, SHADE, GROUND],
  lamps: [
    { path: "light.with_sky", label: "And the sky" },
    { path: "light.shade_stops", label: "Less of it" },
  ],
  lux: [
    { path: "light.lux", label: "On the subject" },
    { path: "light.kelvin", label: "Colour" },
    { path: "light.lamps", label: "From mains lamps" },
  ],
  ev: [
    { path: "light.ev100", label: "At ISO 100" },
    { path: "light.kelvin", label: "Colour" },
    { path: "light.lamps", label: "From mains lamps" },
  ],
};

export const LIGHT_CHANGE: FieldSpec[] = [
  { path: "falls_stops", label: "May fall by" },
  { path: "rises_stops", label: "May rise by" },
];

export const FILMED: FieldSpec[] = [
  { path: "carried", label: "Camera is" },
  { path: "minutes", label: "Runs for", not: ["lapse"] },
  { path: "subject_distance_m", label: "Subject at", not: ["lapse"] },
  { path: "subject_speed_m_s", label: "Crosses at", not: ["lapse", "talking"] },
  { path: "temperature_c", label: "Air" },
  { path: "mains_hz", label: "Mains" },
  { path: "wind_m_s", label: "Wind", only: ["drone"] },
  { path: "humidity_percent", label: "Humidity", only: ["lapse"] },
];

export const FLAGS: FieldSpec[] = [
  { path: "frozen", label: "Freeze it", only: ["product", "motion", "underwater"] },
  { path: "point_of_view", label: "Point of view", only: ["motion"] },
  { path: "wide_look", label: "Wide look", not: ["lapse"] },
  { path: "repeatable", label: "Repeatable" },
  { path: "first_outing", label: "First time out" },
  { path: "sound_used", label: "Sound used", not: ["underwater", "drone", "lapse"] },
  { path: "windy", label: "Windy", not: ["underwater", "lapse"] },
];

export const WATER: FieldSpec[] = [
  { path: "water.shallowest_m", label: "From" },
  { path: "water.depth_m", label: "Deepest" },
  { path: "water.colour", label: "Water", named: "waters" },
  { path: "water.port", label: "Port" },
  { path: "water.lamp", label: "Lamp lit" },
];

export const DELIVERY: FieldSpec[] = [
  { path: "delivery.timeline_rate", label: "Timeline" },
  { path: "delivery.slowed", label: "Slowed up to", not: ["lapse"] },
  { path: "delivery.long_side_px", label: "Film is" },
  { path: "delivery.crop_room", label: "Room to crop" },
  { path: "delivery.edited_on", label: "Edited on" },
  { path: "delivery.room_gb", label: "Room left" },
  { path: "delivery.shown_on", label: "Shown on" },
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
  { path: "lapse.interval_s", label: "A frame every" },
  { path: "lapse.hours", label: "Runs for" },
  { path: "lapse.stars", label: "Night sky filmed" },
  { path: "lapse.glow", label: "Glow of" },
  { path: "lapse.external_power", label: "Power bank connected" },
];

/** Whether a question changes the answer in a scenario. */
export function asked(spec: FieldSpec, scenario: string): boolean {
  return !spec.not?.includes(scenario) && (!spec.only || spec.only.includes(scenario));
}

/** What a choice is sent as. Graded is the school's where nothing is said. */
export function chosenValue(path: string, text: string, lightKind: string): unknown {
  if (path === "delivery.graded") return text === "" ? null : text === "true";
  return chosen(briefFact(path, lightKind), text);
}

export const SHAPES = ["16:9", "9:16", "4:3", "8:7"];

export const SCENARIOS: Choice[] = [
  ...same(["underwater", "low-light", "motion", "product"]),
  { value: "everyday", text: "everyday and travelling" },
  { value: "talking", text: "talking to the camera" },
  { value: "scenic", text: "scenic" },
  { value: "drone", text: "drone" },
  { value: "lapse", text: "night lapse and time lapse" },
];

/** Kinds of scene that lie under the sky of their shoot. */
const UNDER_SKY = ["underwater", "motion", "talking", "everyday", "scenic", "drone"];

/** The brief a new scene starts from; under the sky of its shoot where place and day are known. */
export function startOf(scenario: string, skyKnown: boolean): Record<string, unknown> {
  const start = atHome(SCENARIO_START[scenario] ?? {});
  return skyKnown && UNDER_SKY.includes(scenario) ? { ...start, light: lightStart("sky") } : start;
}

/** What is usual for a field of a kind of scene; undefined where nothing is. */
export function usual(path: string, scenario: string, lightKind: string): unknown {
  const start = read(atHome(SCENARIO_START[scenario] ?? {}), path);
  return start === undefined ? briefFact(path, lightKind).start : start;
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

/** What is typed as it is sent: an emptied field that may be left out becomes null. */
export const typed = (path: string, text: string, lightKind: string): unknown =>
  typedFor(briefFact(path, lightKind), text);
