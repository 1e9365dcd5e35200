/** A whole device document as fields and tables to type in, and back into a document. Pure. */

import { at, cropsIn, type Json, type Kind, meant, put, type Tree, typedText } from "./cells";
import type { Grid } from "./grid";

export type FormField = {
  path: string;
  label: string;
  unit?: string;
  kind: Kind;
  choices?: string[];
  wide?: boolean;
  hint?: string;
  /** Asked only of this kind of device. */
  only?: string;
};
export type Column = { path: string; head: string; kind: Kind; wide?: string; choices?: string[] };
export type FormTable = { path: string; title: string; columns: Column[]; about?: string };
export type Section = { key: string; title: string; fields: FormField[]; tables: FormTable[] };
export type Typed = { fields: Record<string, string>; tables: Record<string, Grid> };

const field = (path: string, label: string, kind: Kind, more: Partial<FormField> = {}): FormField => ({
  path,
  label,
  kind,
  ...more,
});
const column = (path: string, head: string, kind: Kind = "text", more: Partial<Column> = {}): Column => ({
  path,
  head,
  kind,
  ...more,
});

const KEY = column("key", "Key");
const LABEL = column("label", "Label", "text", { wide: "min-w-32" });
const VIEW_KINDS = [
  "widest",
  "wide",
  "rectilinear",
  "rectilinear-level",
  "narrow",
  "ultra-wide",
  "standard",
  "telephoto",
];

const LENSES: FormTable = {
  path: "lenses",
  title: "Lenses, each with its sensor",
  columns: [
    KEY,
    LABEL,
    column("focal_length_mm", "Focal, mm", "number"),
    column("f_number", "f/", "number"),
    column("f_numbers", "f/ to set", "numbers"),
    column("transmission_loss_stops", "Loss, stops", "number"),
    column("close_focus_m", "Focus from, m", "number"),
    column("sensor.columns", "Sites across", "number"),
    column("sensor.rows", "Sites down", "number"),
    column("sensor.pixel_pitch_um", "Pitch, µm", "number"),
    column("sensor.quantum_efficiency", "e⁻ per photon", "number"),
    column("sensor.read_noise_e", "Read noise, e⁻", "number"),
    column("sensor.full_well_e", "Full well, e⁻", "number"),
    column("sensor.prnu", "PRNU, share", "number"),
  ],
};
const VIEWS: FormTable = {
  path: "views",
  title: "Views",
  columns: [
    KEY,
    LABEL,
    column("kind", "Kind", "text", { choices: VIEW_KINDS, wide: "min-w-36" }),
    column("lens", "Lens"),
    column("projection", "Projection", "text", { choices: ["rectilinear", "fisheye"] }),
    column("horizontal_fov_deg", "Across, °", "number"),
    column("sensor_share", "Share of width read", "number"),
  ],
};
const LEVELS: FormTable = {
  path: "stabilisation",
  title: "Stabilisation",
  about: "A crop is the share of the width given up; left empty, every mode has to say its own.",
  columns: [
    KEY,
    LABEL,
    column("crop", "Crop, share", "number"),
    column("removes", "Shake removed, share", "number"),
    column("draw_w", "Draw, W", "number"),
    column("optical", "Moves lens or camera", "flag"),
    column("levels_horizon", "Levels horizon", "flag"),
  ],
};
const CODECS: FormTable = {
  path: "codecs",
  title: "Codecs",
  columns: [
    KEY,
    LABEL,
    column("bit_depths", "Bits", "numbers"),
    column("efficiency", "Picture per bit", "number"),
    column("editing_load", "Heavy to edit, 0 to 1", "number"),
    column("external_drive_above", "Drive above, fps"),
  ],
};
export const MODES: FormTable = {
  path: "modes",
  title: "Modes",
  about:
    "A level with a crop of its own here reads standard:0.13; bit rates read hevc:60/120; empty bits and profiles mean all. A lapse takes one frame every 1/rate seconds: 1/20 is one every 20 s.",
  columns: [
    column("frame_shape", "Shape", "text", { choices: ["16:9", "4:3", "8:7", "9:16"] }),
    column("resolution", "Size"),
    column("width_px", "Width, px", "number"),
    column("height_px", "Height, px", "number"),
    column("rate", "Rate, fps"),
    column("views", "Views", "words", { wide: "min-w-72" }),
    column("stabilisation", "Stabilisation", "levels", { wide: "min-w-64" }),
    column("bit_rates", "Codec: Mbit/s", "by-codec", { wide: "min-w-44" }),
    column("bit_depths", "Codec: bits", "by-codec", { wide: "min-w-24" }),
    column("profiles", "Profiles", "words", { wide: "min-w-36" }),
    column("readout", "Readout", "text", { choices: ["whole", "binned", "line-skipped"], wide: "min-w-24" }),
    column("photosite_share", "Share read", "number"),
    column("low_light_tuned", "Low light", "flag"),
    column("draw_w", "Draw, W", "number"),
    column("kind", "Kind", "text", { choices: ["video", "lapse"] }),
    column("still_mb", "MB a frame", "number"),
  ],
};
const PROFILES: FormTable = {
  path: "profiles",
  title: "Colour profiles",
  columns: [
    KEY,
    LABEL,
    column("curve", "Curve", "text", { choices: ["log", "flat", "neutral", "vivid"] }),
    column("base_iso", "Base ISO", "number"),
    column("bit_depth", "Needs, bit", "number"),
    column("headroom_stops", "Over mid grey, stops", "number"),
    column("shadow_lift", "Lifts shadows, stops", "number"),
  ],
};
export const MENU: FormTable = {
  path: "menu",
  title: "Its own menu, in its order",
  about:
    "A line a setting. Values are parted by |; settings decided from the tables above need none. Left alone: it acts, but cannot be changed.",
  columns: [
    column("setting", "Setting", "text", { wide: "min-w-40" }),
    column("label", "Label in the camera", "text", { wide: "min-w-36" }),
    column("default", "As it comes", "text", { wide: "min-w-32" }),
    column("values", "Values", "values", { wide: "min-w-80" }),
    column("left_alone", "Left alone", "flag"),
  ],
};

export const SECTIONS: Section[] = [
  {
    key: "body",
    title: "Body",
    fields: [
      field("name", "Name", "text", { wide: true }),
      field("kind", "Kind", "text", { choices: ["action-camera", "phone", "drone"] }),
      field("capture_app", "Capture app", "text", { only: "phone" }),
      field("preset_slots", "Preset slots", "number"),
      field("depth_rating_m", "Bare body to", "number", { unit: "m" }),
      field("battery.capacity_wh", "Battery", "number", { unit: "Wh" }),
      field("battery.share_at_0_c", "Share left at 0 °C", "number"),
      field("battery.cold_table", "Shares by temperature", "cold", {
        unit: "°C:share",
        hint: "-10:0.45 0:0.68",
      }),
      field("battery.cuts_out_below", "Cuts out in the cold below", "number", { unit: "share" }),
      field("heat_limit_minutes", "Stops for heat after", "number", { unit: "min" }),
      field("heat_limit_c", "Stops at", "number", { unit: "°C" }),
      field("heat_resistance_k_per_w", "Body to still air", "number", { unit: "K/W" }),
      field("card_mb_s", "Storage sustains", "number", { unit: "MB/s" }),
      field("storage_gb", "Storage inside", "number", { unit: "GB" }),
      field("flight_minutes", "Flies", "number", { unit: "min", only: "drone" }),
      field("landing_reserve", "Kept for landing", "number", { unit: "share", only: "drone" }),
    ],
    tables: [],
  },
  { key: "optics", title: "Lenses and views", fields: [], tables: [LENSES, VIEWS, LEVELS] },
  { key: "modes", title: "Modes", fields: [], tables: [MODES, CODECS] },
  {
    key: "exposure",
    title: "Exposure and colour",
    fields: [
      field("shutters", "Shutters to set", "words", { unit: "s", wide: true }),
      field("automatic_shutter", "Automatic shutter", "flag"),
      field("shortest_shutter", "Shortest", "text", { unit: "s" }),
      field("exposure_programme", "When light falls", "text", {
        choices: ["shutter-first", "short-shutter", "shared"],
      }),
      field("iso.values", "ISO values", "numbers", { wide: true }),
      field("iso.settable", "ISO can be set", "flag"),
      field("exposure_biases", "Exposure biases", "numbers", { unit: "stops", wide: true }),
      field("meters_bright_stops", "Its meter exposes bright by", "number", { unit: "stops" }),
      field("white_balance.kelvins", "White balance to set", "numbers", { unit: "K", wide: true }),
      field("white_balance.automatic", "Automatic white balance", "flag"),
      field("white_balance.lock", "Automatic can be locked", "flag"),
    ],
    tables: [PROFILES],
  },
  { key: "menu", title: "Menu", fields: [], tables: [MENU] },
];

/** Settings whose values are texts even where they look like numbers. */
const TEXTS = ["frame_rate", "shutter", "resolution", "frame_shape", "view", "codec"];

const tables = SECTIONS.flatMap((section) => section.tables);
const fields = SECTIONS.flatMap((section) => section.fields);

/** The names of a table's columns, as a spreadsheet would head them. */
export const namesOf = (table: FormTable): string[] => table.columns.map(({ path }) => path);

const rowsOf = (document: Tree, path: string): Tree[] => (document[path] as Tree[] | undefined) ?? [];

function rowTexts(table: FormTable, row: Tree): string[] {
  return table.columns.map(({ path, kind }) => typedText(kind, at(row, path), row.crops));
}

function menuTexts(document: Tree): Grid {
  const choices = (document.choices ?? {}) as Tree;
  const alone = (document.left_alone ?? []) as Json[];
  return rowsOf(document, "menu").map((entry) => [
    String(entry.setting),
    String(entry.label),
    String(entry.default),
    typedText("values", choices[String(entry.setting)]),
    typedText("flag", alone.includes(entry.setting as Json)),
  ]);
}

/** A document as it is typed. */
export function typedDevice(document: Tree): Typed {
  return {
    fields: Object.fromEntries(fields.map(({ path, kind }) => [path, typedText(kind, at(document, path))])),
    tables: Object.fromEntries(
      tables.map((table) => [
        table.path,
        table === MENU
          ? menuTexts(document)
          : rowsOf(document, table.path).map((row) => rowTexts(table, row)),
      ]),
    ),
  };
}

function rowMeant(table: FormTable, cells: string[]): Tree {
  const row: Tree = {};
  table.columns.forEach(({ path, kind }, index) => {
    const text = cells[index] ?? "";
    put(row, path, meant(kind, text));
    if (kind === "levels") put(row, "crops", cropsIn(text));
  });
  return row;
}

/** A menu value keeps the type it had: "30" stays a text where the document has texts. */
function menuValue(setting: string, text: string, before: Json | undefined): Json {
  if (before !== undefined && String(before) === text) return before;
  if (TEXTS.includes(setting)) return text;
  return (meant("number", text) ?? "") as Json;
}

function putMenu(document: Tree, grid: Grid, before: Tree): void {
  const defaults = new Map(rowsOf(before, "menu").map((entry) => [String(entry.setting), entry.default]));
  const given = grid.map((cells) => cells.map((cell) => cell.trim()));
  document.menu = given.map(([setting = "", label = "", value = ""]) => ({
    setting,
    label,
    default: menuValue(setting, value, defaults.get(setting)),
  }));
  const offered = given.filter(([, , , values]) => values);
  document.choices = Object.fromEntries(
    offered.map(([setting = "", , , values = ""]) => [
      setting,
      sameOrNew(values, (before.choices as Tree | undefined)?.[setting]),
    ]),
  );
  document.left_alone = given
    .filter(([, , , , alone = ""]) => meant("flag", alone))
    .map(([setting = ""]) => setting);
}

function sameOrNew(text: string, before: Json | undefined): Json {
  return typedText("values", before) === text && before !== undefined
    ? before
    : (meant("values", text) as Json);
}

/** The document that is sent for what is typed; what is not asked for stays as it was. */
export function deviceMeant(typed: Typed, before: Tree): Tree {
  const document: Tree = structuredClone(before);
  for (const { path, kind } of fields) put(document, path, meant(kind, typed.fields[path] ?? ""));
  for (const table of tables) {
    const grid = typed.tables[table.path] ?? [];
    if (table === MENU) putMenu(document, grid, before);
    else document[table.path] = grid.map((cells) => rowMeant(table, cells));
  }
  return document;
}

export type FieldProblem = { path: (string | number)[]; message: string };

/** Where a problem is told: beside a field, in a cell, above a table, or above everything. */
export function placeOf({ path }: FieldProblem): string {
  const [first, row] = path;
  if (first === "choices" || first === "left_alone") return "menu";
  const table = tables.find((one) => one.path === first);
  if (table) {
    if (typeof row !== "number") return table.path;
    const rest = path.slice(2).filter((part) => typeof part === "string");
    const found = table.columns.findIndex(
      (one) => rest.join(".").startsWith(one.path) || (one.kind === "levels" && rest[0] === "crops"),
    );
    return `${table.path} ${row} ${Math.max(found, 0)}`;
  }
  const dotted = path.filter((part) => typeof part === "string").join(".");
  const found = fields.find((one) => dotted === one.path || dotted.startsWith(`${one.path}.`));
  return found?.path ?? "whole";
}

/** Everything that is wrong, by place. */
export function byPlace(problems: FieldProblem[]): Map<string, string> {
  const found = new Map<string, string>();
  for (const problem of problems) {
    const place = placeOf(problem);
    found.set(place, found.has(place) ? `${found.get(place)}; ${problem.message}` : problem.message);
  }
  return found;
}

/** How many problems lie in a section. */
export function countIn(section: Section, problems: Map<string, string>): number {
  const mine = (place: string) =>
    section.fields.some((one) => one.path === place) ||
    section.tables.some((one) => place === one.path || place.startsWith(`${one.path} `));
  return [...problems.keys()].filter(mine).length;
}
