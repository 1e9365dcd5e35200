/** Items of the bag in the fewest words. Pure. */

import type { paths } from "../api/client";

export type BagItem = paths["/api/kit/bag"]["get"]["responses"]["200"]["content"]["application/json"][number];

const times = (count: number | undefined, text: string) => `${count ?? 1} × ${text}`;

/** What an item does, with its unit. */
export function describe(item: BagItem): string {
  switch (item.kind) {
    case "nd":
      if (item.most_stops) return `${item.stops} to ${item.most_stops} stops`;
      return item.tested_stops ? `${item.tested_stops} stops, tested` : `${item.stops} stops`;
    case "colour":
      return `about ${item.stops} stops`;
    case "housing":
      return `to ${item.depth_rating_m} m, ${item.port} port`;
    case "lamp": {
      const light = item.lux_at_1_m ? `${item.lux_at_1_m} lx at 1 m` : `${item.lumens} lm`;
      return `${light}, ${item.kelvins.join(" to ")} K, ${item.power}`;
    }
    case "support":
      return item.carried;
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
  unit?: string;
  choices?: string[];
  list?: boolean;
  flag?: boolean;
};

const FITS: ItemField = { name: "fits", label: "Fits (keys of cameras)", list: true };
const FLAW: ItemField = { name: "flaw", label: "What a test showed" };
const COUNT: ItemField = { name: "count", label: "How many" };

/** The fields of every kind beside its label, in the order in which they are asked. */
export const ITEM_FIELDS: Record<BagItem["kind"], ItemField[]> = {
  nd: [
    { name: "stops", label: "Takes", unit: "stops" },
    { name: "most_stops", label: "At most, if variable", unit: "stops" },
    { name: "tested_stops", label: "Tested", unit: "stops" },
    FITS,
    FLAW,
  ],
  colour: [
    { name: "tint", label: "Tint", choices: ["light-red", "deep-red", "magenta"] },
    { name: "stops", label: "Takes about", unit: "stops" },
    FITS,
    FLAW,
  ],
  housing: [
    { name: "depth_rating_m", label: "Rated to", unit: "m" },
    { name: "port", label: "Port", choices: ["flat", "dome"] },
    { name: "serviced", label: "Seals serviced (year-month-day)" },
    FITS,
  ],
  lamp: [
    { name: "lux_at_1_m", label: "At a metre", unit: "lx" },
    { name: "lumens", label: "Or in all", unit: "lm" },
    { name: "beam_deg", label: "Beam", unit: "°" },
    { name: "kelvins", label: "Kelvin, or lowest and highest", unit: "K", list: true },
    { name: "power", label: "Power", choices: ["battery", "mains"] },
    { name: "depth_rating_m", label: "Rated to", unit: "m" },
    { name: "dimmable", label: "Can be dimmed", flag: true },
    { name: "safe_at_high_rates", label: "No ripple at high rates", flag: true },
  ],
  support: [
    {
      name: "carried",
      label: "Carries like",
      choices: ["tripod", "gimbal", "tray", "standing", "swimming", "walking", "riding", "helmet-on-snow"],
    },
    FITS,
  ],
  cell: [
    { name: "capacity_wh", label: "Capacity", unit: "Wh" },
    { name: "share_at_0_c", label: "Share left at 0 °C" },
    { name: "health", label: "Share left by age" },
    COUNT,
    FITS,
  ],
  card: [
    { name: "capacity_gb", label: "Holds", unit: "GB" },
    { name: "sustained_mb_s", label: "Sustains", unit: "MB/s" },
    COUNT,
    FITS,
  ],
  "power-bank": [
    { name: "capacity_wh", label: "Capacity", unit: "Wh" },
    { name: "efficiency", label: "Share that arrives" },
  ],
  microphone: [FITS, { name: "powered", label: "Has power of its own", flag: true }],
};

export type TypedItem = Record<string, string | boolean>;

/** An item as it is typed. */
export function typedItem(item: BagItem): TypedItem {
  const plain = item as unknown as Record<string, unknown>;
  const fields = ITEM_FIELDS[item.kind];
  const typed: TypedItem = { label: item.label };
  for (const field of fields) {
    const value = plain[field.name];
    if (field.flag) typed[field.name] = Boolean(value);
    else typed[field.name] = Array.isArray(value) ? value.join(" ") : value == null ? "" : String(value);
  }
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
  const sent: Record<string, unknown> = { ...before, kind, key, label: typed.label ?? "" };
  for (const field of ITEM_FIELDS[kind]) {
    const value = typed[field.name];
    delete sent[field.name];
    if (field.flag) sent[field.name] = Boolean(value);
    else if (typeof value === "string" && value.trim() !== "") {
      sent[field.name] = field.list ? value.trim().split(/[\s,]+/) : value.trim();
    }
  }
  return sent as unknown as BagItem;
}
