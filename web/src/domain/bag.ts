/** Items of the bag in the fewest words. Pure. */

import { at, type Kind, meant, put, type Tree, typedText } from "./cells";
import type { paths } from "./documents";

export type BagItem = paths["/api/kit/bag"]["get"]["responses"]["200"]["content"]["application/json"][number];

/** The key of the bare lens among filters, lamps and supports. */
export const NO_FILTER = "none";

const times = (count: number | undefined, text: string) => `${count ?? 1} × ${text}`;

/** What an item does, with its unit. */
export function describe(item: BagItem): string {
  switch (item.kind) {
    case "nd":
      if (item.most_stops) return `${item.stops} to ${item.most_stops} stops`;
      return item.tested_stops ? `${item.tested_stops} stops, tested` : `${item.stops} stops`;
    case "colour":
      return item.spectrum ? `${item.spectrum.form} at ${item.spectrum.nm} nm` : `about ${item.stops} stops`;
    case "housing":
      return `to ${item.depth_rating_m} m, ${item.port} port`;
    case "lamp": {
      const light = item.lux_at_1_m ? `${item.lux_at_1_m} lx at 1 m` : `${item.lumens} lm`;
      return `${light}, ${item.kelvins.join(" to ")} K, ${item.power}`;
    }
    case "support":
      return item.shake_deg_per_s ? `${item.carried}, ${item.shake_deg_per_s}°/s` : item.carried;
    case "cell": {
      const age = (item.health ?? 1) < 1 ? `, ${Math.round((item.health ?? 1) * 100)} % left` : "";
      return `${times(item.count, `${item.capacity_wh} Wh`)}${age}`;
    }
    case "card":
      return times(item.count, `${item.capacity_gb} GB, ${item.sustained_mb_s} MB/s`);
    case "power-bank":
      return `${item.capacity_wh} Wh`;
    case "microphone":
      return item.powered ? "powered" : "unpowered";
  }
}

export type ItemField = {
  name: string;
  label: string;
  kind: Kind;
  unit?: string;
  choices?: string[];
  /** Which cameras it fits: chosen from the kit. */
  fits?: boolean;
  date?: boolean;
  /** Asked further down: known by few. */
  more?: boolean;
};

const number = (name: string, label: string, unit = "", more = false): ItemField => ({
  name,
  label,
  kind: "number",
  unit,
  more,
});
const choice = (name: string, label: string, choices: string[], more = false): ItemField => ({
  name,
  label,
  kind: "text",
  choices,
  more,
});
const flag = (name: string, label: string): ItemField => ({ name, label, kind: "flag" });
const dated = (name: string, label: string, more = false): ItemField => ({
  name,
  label,
  kind: "text",
  date: true,
  more,
});

const FITS: ItemField = { name: "fits", label: "Fits", kind: "words", fits: true };
const COUNT = number("count", "How many");
const TESTED: ItemField[] = [
  { name: "flaw", label: "What a test showed", kind: "text" },
  choice("flaw_in", "Shows in", ["every-view", "long-lens"]),
  dated("tested_on", "Tested on"),
];
const COLD: ItemField[] = [
  { name: "cold_table", label: "Shares by temperature", kind: "cold", unit: "°C:share", more: true },
  number("cuts_out_below", "Cuts out in the cold below", "share", true),
];

/** Asked of everything. */
export const COMMON_FIELDS: ItemField[] = [
  choice("condition", "Condition", ["good", "worn", "unusable"]),
  { name: "note", label: "Note", kind: "text" },
];

/** The fields of every kind beside its label, in the order in which they are asked. */
export const ITEM_FIELDS: Record<BagItem["kind"], ItemField[]> = {
  nd: [
    number("stops", "Takes", "stops"),
    number("most_stops", "At most, if variable", "stops"),
    number("tested_stops", "Tested", "stops"),
    flag("stackable", "Can be stacked"),
    ...TESTED,
    FITS,
  ],
  colour: [
    choice("tint", "Tint", ["light-red", "deep-red", "magenta"]),
    number("stops", "Takes in daylight", "stops"),
    ...TESTED,
    choice("spectrum.form", "Spectrum", ["edge", "notch"], true),
    number("spectrum.nm", "Turns, or takes most, at", "nm", true),
    number("spectrum.width_nm", "Within", "nm", true),
    number("spectrum.least", "Least that passes", "share", true),
    number("spectrum.most", "Most that passes", "share", true),
    FITS,
  ],
  housing: [
    number("depth_rating_m", "Rated to", "m"),
    choice("port", "Port", ["flat", "dome"]),
    dated("serviced", "Seals serviced"),
    number("service_months", "A service holds", "months"),
    FITS,
  ],
  lamp: [
    number("lux_at_1_m", "At a metre", "lx"),
    number("lumens", "Or in all", "lm"),
    number("beam_deg", "Beam", "°"),
    { name: "kelvins", label: "Kelvin, or lowest and highest", kind: "numbers", unit: "K" },
    choice("power", "Power", ["battery", "mains"]),
    number("runtime_minutes", "Runs at full for", "min"),
    number("depth_rating_m", "Rated to", "m"),
    flag("colours", "Can be set to colours"),
    flag("dimmable", "Can be dimmed"),
    flag("safe_at_high_rates", "No ripple at high rates"),
  ],
  support: [
    choice("carried", "Carries like", [
      "tripod",
      "gimbal",
      "tray",
      "standing",
      "swimming",
      "walking",
      "riding",
      "helmet-on-snow",
    ]),
    number("shake_deg_per_s", "Its own shake, if known", "°/s"),
    FITS,
  ],
  cell: [
    number("capacity_wh", "Capacity", "Wh"),
    number("share_at_0_c", "Share left at 0 °C"),
    number("health", "Share left by age"),
    COUNT,
    dated("bought", "Bought"),
    ...COLD,
    FITS,
  ],
  card: [
    number("capacity_gb", "Holds", "GB"),
    number("sustained_mb_s", "Sustains", "MB/s"),
    choice("speed_class", "Video speed class V", ["6", "10", "30", "60", "90"]),
    COUNT,
    FITS,
  ],
  "power-bank": [number("capacity_wh", "Capacity", "Wh"), number("efficiency", "Share that arrives")],
  microphone: [flag("powered", "Has power of its own"), FITS],
};

/** Every field of a kind. */
export const fieldsOf = (kind: BagItem["kind"]): ItemField[] => [...ITEM_FIELDS[kind], ...COMMON_FIELDS];

export type TypedItem = Record<string, string>;

/** What a new thing starts from. */
export function newItem(kind: BagItem["kind"], fits: string[]): TypedItem {
  const typed: TypedItem = { label: "", condition: "good", flaw_in: "every-view" };
  for (const field of fieldsOf(kind)) if (field.kind === "flag") typed[field.name] = "no";
  if (kind === "nd") typed.stackable = "yes";
  if (fits.length === 1) typed.fits = fits.join(" ");
  return typed;
}

/** An item as it is typed. */
export function typedItem(item: BagItem): TypedItem {
  const plain = item as unknown as Tree;
  const typed: TypedItem = { label: item.label };
  for (const { name, kind } of fieldsOf(item.kind)) typed[name] = typedText(kind, at(plain, name));
  return typed;
}

/** A key from a label: small letters, digits and hyphens. */
export function keyOf(label: string): string {
  return label
    .toLowerCase()
    .normalize("NFKD")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
}

/** What is sent for what was typed; fields left empty are left out, what is not asked stays as it was. */
export function sentItem(
  kind: BagItem["kind"],
  key: string,
  typed: TypedItem,
  before: BagItem | null,
): BagItem {
  const sent = structuredClone({ ...before, kind, key, label: typed.label ?? "" }) as unknown as Tree;
  for (const field of fieldsOf(kind)) {
    const text = typed[field.name] ?? "";
    put(sent, field.name, field.kind === "words" && text === "" ? undefined : meant(field.kind, text));
  }
  for (const [name, value] of Object.entries(sent)) {
    if (value && typeof value === "object" && !Array.isArray(value) && Object.keys(value).length === 0) {
      delete sent[name];
    }
  }
  if (sent.speed_class !== undefined) sent.speed_class = Number(sent.speed_class);
  return sent as unknown as BagItem;
}

/** What needs a hand about a thing: worn, unusable, seals due. `today` as year-month-day. */
export function concern(item: BagItem, today: string): string {
  if (item.condition === "unusable") return "Unusable: never planned with";
  if (item.kind === "housing" && item.serviced) {
    const due = dueOn(item.serviced, item.service_months ?? 12);
    if (due <= today) return `Seals due for service since ${due}`;
  }
  if (item.kind === "cell" && (item.health ?? 1) < 0.3) return "Exhausted: never planned with";
  return item.condition === "worn" ? "Worn" : "";
}

/** The first day of the month a number of months after a day, as year-month-day. */
export function dueOn(day: string, months: number): string {
  const [year = 0, month = 1] = day.split("-").map(Number);
  const count = year * 12 + month - 1 + months;
  return `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, "0")}-01`;
}
