/** Items of the bag in the fewest words. Pure. */

import { at, type Kind, meant, put, type Tree, typedText } from "../cells";
import type { paths } from "../documents";
import { type Fact, factOf, factsOf, rangeOf, TYPED_AS } from "../fields";
import ITEM from "../generated/facts/item.json";
import { metres } from "../habits";

export type BagItem = paths["/api/kit/bag"]["get"]["responses"]["200"]["content"]["application/json"][number];

/** The key of the bare lens among filters, lamps and supports. */
export const NO_FILTER = "none";

const times = (count: number | undefined, text: string) => `${count ?? 1} × ${text}`;

const outputs = (sockets: number | undefined, watts: number) => times(sockets, `${watts} W`);

/** What an item does, with its unit. */
export function describe(item: BagItem): string {
  switch (item.kind) {
    case "nd":
      if (item.most_stops) return `${item.stops} to ${item.most_stops} stops`;
      return item.tested_stops ? `${item.tested_stops} stops, tested` : `${item.stops} stops`;
    case "colour":
      return item.spectrum ? `${item.spectrum.form} at ${item.spectrum.nm} nm` : `about ${item.stops} stops`;
    case "housing":
      return `to ${metres(item.depth_rating_m)}, ${item.port} port`;
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
      return `${item.capacity_wh} Wh, ${outputs(item.sockets, item.output_w ?? 10)}`;
    case "charger":
      return outputs(item.sockets, item.output_w ?? 8);
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
  /** What it takes, in words. */
  range?: string;
  /** Which cameras it fits: chosen from the kit. */
  fits?: boolean;
  date?: boolean;
  /** Asked further down: known by few. */
  more?: boolean;
};

/** What is asked of a thing, by the name of its field; the schema tells the rest. */
type Ask = { name: string; label: string } & Partial<ItemField>;
const ask = (name: string, label: string, more: Partial<ItemField> = {}): Ask => ({ name, label, ...more });
const rarely = (name: string, label: string, more: Partial<ItemField> = {}): Ask =>
  ask(name, label, { more: true, ...more });

const FITS = ask("fits", "Fits", { fits: true });
const COUNT = ask("count", "How many");
const TESTED = [ask("flaw", "What a test showed"), ask("flaw_in", "Shows in"), ask("tested_on", "Tested on")];
const COLD = [
  rarely("cold_table", "Shares by temperature", { kind: "cold", unit: "°C:share" }),
  rarely("cuts_out_below", "Cuts out in the cold below"),
];
const COMMON = [ask("condition", "Condition"), ask("come_by", "It is"), ask("note", "Note")];

/** The fields of every kind beside its label, in the order in which they are asked. */
const ASKED: Record<BagItem["kind"], Ask[]> = {
  nd: [
    ask("stops", "Takes"),
    ask("most_stops", "At most, if variable"),
    ask("tested_stops", "Tested"),
    ask("stackable", "Can be stacked"),
    rarely("cast_mired", "Shifts colour by"),
    ...TESTED,
    FITS,
  ],
  colour: [
    ask("tint", "Tint"),
    ask("stops", "Takes in daylight"),
    ...TESTED,
    rarely("spectrum.form", "Spectrum"),
    rarely("spectrum.nm", "Turns, or takes most, at"),
    rarely("spectrum.width_nm", "Within"),
    rarely("spectrum.least", "Least that passes"),
    rarely("spectrum.most", "Most that passes"),
    FITS,
  ],
  housing: [
    ask("depth_rating_m", "Rated to"),
    ask("port", "Port"),
    ask("serviced", "Seals serviced"),
    ask("service_months", "A service holds"),
    FITS,
  ],
  lamp: [
    ask("lux_at_1_m", "At a metre"),
    ask("lumens", "Or in all"),
    ask("beam_deg", "Beam"),
    ask("kelvins", "Kelvin, or lowest and highest"),
    ask("power", "Power"),
    ask("runtime_minutes", "Runs at full for"),
    ask("depth_rating_m", "Rated to"),
    ask("colours", "Can be set to colours"),
    ask("dimmable", "Can be dimmed"),
    ask("safe_at_high_rates", "No ripple at high rates"),
  ],
  support: [ask("carried", "Carries like"), ask("shake_deg_per_s", "Its own shake, if known"), FITS],
  cell: [
    ask("capacity_wh", "Capacity"),
    ask("share_at_0_c", "Share left at 0 °C", { unit: "" }),
    ask("health", "Share left by age", { unit: "" }),
    COUNT,
    ask("bought", "Bought"),
    rarely("charge_w", "Charged with at most"),
    ...COLD,
    FITS,
  ],
  card: [
    ask("capacity_gb", "Holds"),
    ask("sustained_mb_s", "Sustains"),
    ask("speed_class", "Video speed class V"),
    COUNT,
    FITS,
  ],
  "power-bank": [
    ask("capacity_wh", "Capacity"),
    ask("efficiency", "Share that arrives"),
    ask("sockets", "Sockets"),
    ask("output_w", "A socket gives"),
  ],
  charger: [ask("sockets", "Sockets"), ask("output_w", "A socket gives"), ask("power", "Runs on"), FITS],
  microphone: [ask("powered", "Has power of its own"), FITS],
};

/** A field as its schema tells it, unless it is typed in a way of its own. */
function told(kind: BagItem["kind"], { name, label, ...more }: Ask): ItemField {
  const fact: Fact = more.kind ? { kind: "text" } : factOf(ITEM, `[${kind}].${name}`);
  return {
    name,
    label,
    kind: TYPED_AS[fact.kind],
    unit: fact.unit,
    choices: fact.choices?.map(String),
    date: fact.kind === "date",
    range: rangeOf(fact),
    ...more,
  };
}

/** Every field of a kind. */
export const fieldsOf = (kind: BagItem["kind"]): ItemField[] =>
  [...ASKED[kind], ...COMMON].map((asked) => told(kind, asked));

export type TypedItem = Record<string, string>;

/** What a new thing starts from. */
export function newItem(kind: BagItem["kind"], fits: string[]): TypedItem {
  const typed: TypedItem = { label: "" };
  for (const { name, kind: typedAs, choices } of fieldsOf(kind)) {
    const start = factsOf(ITEM)[`[${kind}].${name}`]?.start;
    if (typedAs === "flag") typed[name] = start ? "yes" : "no";
    else if (choices && typeof start === "string") typed[name] = start;
  }
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
