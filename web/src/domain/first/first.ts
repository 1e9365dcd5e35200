/** The first card: what is asked, and the answers that stand ready. Pure; the core makes the brief of them. */

import { SCENARIO_START } from "../bench/starts";
import type { Answers, Remembered } from "../documents";
import { lux, luxOfEv } from "../format";
import { habits, shown, unitShown } from "../habits";

export type Kind = { key: string; name: string; line: string };

/** Kinds of scene, as people say them. */
export const KINDS: Kind[] = [
  { key: "everyday", name: "Everyday", line: "people, streets, travel" },
  { key: "talking", name: "Talking", line: "to the camera" },
  { key: "motion", name: "In motion", line: "bike, board, boat, sport" },
  { key: "underwater", name: "Under water", line: "snorkel or dive" },
  { key: "low-light", name: "At night", line: "lamps, markets, stages" },
  { key: "drone", name: "From the air", line: "drone" },
  { key: "scenic", name: "Scenic", line: "views from a stand" },
  { key: "product", name: "A thing", line: "product, food, detail" },
  { key: "lapse", name: "Time lapse", line: "stars, clouds, crowds" },
];

export type Rung = { key: string; words: string; lux: string };
type Known = { key: string; label: string; ev100: number; group: string };

const DAY = "Outside by day";
const DUSK = "Dusk and night";
const LAMPS = "By lamps";
const GROUPS: Record<string, string[]> = {
  underwater: ["Under water"],
  "low-light": [LAMPS],
  lapse: [DUSK],
  product: ["Product table", LAMPS],
};
/** Darker than this only lapses are filmed. */
const LEAST_EV = -1;

/** The ladder of light for a kind of scene, brightest first. */
export function ladder(kind: string, known: Known[]): Rung[] {
  const groups = GROUPS[kind] ?? [DAY, DUSK, LAMPS];
  return known
    .filter((one) => groups.includes(one.group) && (kind === "lapse" || one.ev100 >= LEAST_EV))
    .sort((one, other) => other.ev100 - one.ev100)
    .map((one) => ({ key: one.key, words: one.label, lux: lux(luxOfEv(one.ev100)) }));
}

/** The light that stands ready for a kind of scene. */
export function usualLight(kind: string): string {
  const light = SCENARIO_START[kind]?.light as { condition?: string } | undefined;
  return light?.condition ?? (kind === "product" ? "table-panel" : "sun");
}

/** How the camera is usually held for a kind of scene. */
export function usualWay(kind: string): string {
  return String(SCENARIO_START[kind]?.carried ?? "standing");
}

const CARRIED: Record<string, string> = {
  standing: "In the hand, standing",
  walking: "In the hand, walking",
  tripod: "On a tripod",
  gimbal: "On a gimbal",
  riding: "On a bike, board or boat",
  "helmet-on-snow": "On a helmet",
  swimming: "In the hand, swimming",
  tray: "On a tray with two handles",
};

/** Ways to hold the camera for a kind of scene. */
export function ways(kind: string): { key: string; words: string }[] {
  const keys =
    kind === "underwater"
      ? ["tray", "swimming"]
      : kind === "drone"
        ? ["gimbal"]
        : kind === "lapse"
          ? ["tripod"]
          : kind === "product"
            ? ["tripod", "standing", "gimbal"]
            : ["standing", "walking", "tripod", "gimbal", "riding", "helmet-on-snow"];
  return keys.map((key) => ({ key, words: CARRIED[key] ?? key }));
}

/** What it is for. */
export const PURPOSES: { key: Answers["purpose"]; words: string; line: string }[] = [
  { key: "film", words: "A film, lightly touched", line: "16:9, cut on a laptop" },
  { key: "post", words: "Posted as it is", line: "upright, from the phone" },
  { key: "grade", words: "A film that is graded", line: "flat or log, worked on later" },
  { key: "once", words: "A moment that comes once", line: "safest settings, nothing to touch" },
];

/** How slow a kind of scene is usually played at most. */
export function usualSlowed(kind: string): number {
  return (SCENARIO_START[kind]?.delivery as { slowed?: number } | undefined)?.slowed ?? 1;
}

/** Airs that are offered [°C]; the first that is named is taken where nobody says. */
const AIRS: [number, string][] = [
  [15, "mild"],
  [28, "hot"],
  [0, "cold"],
  [-10, "hard frost"],
];
/** Kinds of scene that stand in the open air. */
const OUTSIDE = ["everyday", "talking", "motion", "drone", "scenic", "lapse"];

/** What else a kind of scene hangs on: a field of the answers, what is asked, and the answers to it. */
export function more(
  kind: string,
): { field: keyof Answers; asks: string; choices: [number | boolean, string][] }[] {
  const asked: ReturnType<typeof more> = [];
  if (kind === "underwater") {
    asked.push({
      field: "lamp",
      asks: "A lamp on the subject",
      choices: [
        [false, "no"],
        [true, "yes"],
      ],
    });
  }
  if (kind === "lapse") {
    asked.push({
      field: "power_bank",
      asks: "Fed by a power bank",
      choices: [
        [false, "no"],
        [true, "yes"],
      ],
    });
  }
  if (OUTSIDE.includes(kind)) {
    const told = ([air, words]: [number, string]): [number, string] => [
      air,
      `${words}, ${shown("°C", String(air))} ${unitShown("°C")}`,
    ];
    asked.push({ field: "temperature_c", asks: "Air", choices: AIRS.map(told) });
  }
  return asked;
}

export const SLOWED = [
  { value: 1, words: "not slowed" },
  { value: 2, words: "slowed twice" },
  { value: 4, words: "slowed four times" },
];

export const QUESTIONS: {
  field: keyof Remembered;
  label: string;
  choices: [string | number | boolean, string][];
}[] = [
  {
    field: "largest",
    label: "Largest size",
    choices: [
      ["1080", "1080"],
      ["2.7K", "2.7K"],
      ["4K", "4K"],
      ["5K", "5K and more"],
    ],
  },
  {
    field: "fastest_largest",
    label: "Frames a second at that size",
    choices: [
      [30, "30"],
      [60, "60"],
      [120, "120"],
    ],
  },
  {
    field: "fastest",
    label: "Most frames a second at all",
    choices: [
      [30, "30"],
      [60, "60"],
      [120, "120"],
      [240, "240"],
    ],
  },
  {
    field: "steadying",
    label: "Stabilisation",
    choices: [
      ["none", "none"],
      ["some", "some"],
      ["strong", "strong"],
    ],
  },
  {
    field: "graded",
    label: "Flattest colour",
    choices: [
      ["none", "none"],
      ["flat", "flat"],
      ["log", "log"],
    ],
  },
  {
    field: "iso_most",
    label: "Highest ISO",
    choices: [
      [800, "800"],
      [1600, "1600"],
      [3200, "3200"],
      [6400, "6400"],
    ],
  },
];

/** The light of the sky at a place and an hour, as an answer. */
export const HOURS_LIGHT = "by-hour";

/** Whether the sky lights a kind of scene. */
export const underSky = (kind: string): boolean => !["product", "low-light"].includes(kind);

export const COVERS = [
  { okta: 0, words: "clear" },
  { okta: 3, words: "some cloud" },
  { okta: 8, words: "grey" },
];
/** How long a scene is taken to last where nobody says [min]. */
const SCENE_MINUTES = 30;

/** Where and when, as far as it was said: a local day, minutes after its midnight, cloud in eighths. */
export type Hour = {
  place: string;
  latitude_deg?: number;
  longitude_deg?: number;
  day: string;
  starts: number;
  cloud_okta: number;
};

/** The hour that stands ready: the next full one today. */
export function startingHour(now: Date): Hour {
  const iso = (value: number) => String(value).padStart(2, "0");
  const day = `${now.getFullYear()}-${iso(now.getMonth() + 1)}-${iso(now.getDate())}`;
  return { place: "", day, starts: Math.min(now.getHours() + 1, 23) * 60, cloud_okta: 3 };
}

/** What is sent of it; null while no place is said. */
export function hourOf(hour: Hour | undefined) {
  if (hour?.latitude_deg === undefined || hour.longitude_deg === undefined) return null;
  const { latitude_deg, longitude_deg, day, starts, cloud_okta } = hour;
  return { latitude_deg, longitude_deg, day, starts, minutes: SCENE_MINUTES, cloud_okta };
}

/** Minutes after midnight of a time field; what is no time changes nothing. */
export function timeOf(text: string, before: number): number {
  const [hours, minutes] = text.split(":").map(Number);
  return Number.isFinite(hours) && Number.isFinite(minutes) ? Number(hours) * 60 + Number(minutes) : before;
}

/** Whether a lamp lights the subject: as was said, else where one's own bag has one. */
export const lampOf = (said: Partial<Answers>, own: { kind?: string }[]): boolean =>
  said.lamp ?? own.some((item) => item.kind === "lamp");

/** What was answered, as it is sent; null while something is missing. slowed: as usual where nobody says. */
export function answersOf(said: Partial<Answers>, own: { kind?: string }[] = []): Answers | null {
  const { kind, light, carried, purpose, slowed, temperature_c, depth_m, power_bank } = said;
  if (!kind || !light || !carried || !purpose) return null;
  const { mains_hz } = habits();
  const plain = { kind, light, carried, purpose, mains_hz, slowed, temperature_c };
  const wet = kind === "underwater" ? { depth_m, lamp: lampOf(said, own) } : { lamp: false };
  return { ...plain, ...wet, power_bank: kind === "lapse" && (power_bank ?? false) };
}
