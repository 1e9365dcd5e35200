/** A whole device document as fields and tables to type in, and back into a document. Pure. */

import { at, cropsIn, type Json, type Kind, meant, put, type Tree, typedText } from "../cells";
import { type Fact, factOf, factsOf, rangeOf, TYPED_AS } from "../fields";
import DEVICE from "../generated/facts/device.json";
import type { Grid } from "../grid";

export type FormField = {
  path: string;
  label: string;
  unit?: string;
  kind: Kind;
  choices?: string[];
  /** What it takes, in words. */
  range?: string;
  wide?: boolean;
  hint?: string;
  /** Asked only of this kind of device. */
  only?: string;
};
export type Column = { path: string; head: string; kind: Kind; wide?: string; choices?: string[] };
export type FormTable = { path: string; title: string; columns: Column[]; about?: string };
export type Section = { key: string; title: string; fields: FormField[]; tables: FormTable[] };
export type Typed = { fields: Record<string, string>; tables: Record<string, Grid> };

const told = (fact: Fact) => ({
  kind: TYPED_AS[fact.kind],
  unit: fact.unit,
  range: rangeOf(fact),
  choices: fact.choices?.map(String),
});

type Asked = { path: string; label: string; kind?: Kind; wide?: string };

/** A field as its schema tells it, unless it is typed in a way of its own. */
const field = (path: string, label: string, more: Partial<FormField> = {}): FormField => ({
  path,
  label,
  ...told(factOf(DEVICE, more.kind ? "key" : path)),
  ...more,
});
const column = (path: string, label: string, more: { kind?: Kind; wide?: string } = {}): Asked => ({
  path,
  label,
  ...more,
});

/** A table of a list in the document; heads say the unit where the words do not. */
function table(path: string, title: string, columns: Asked[], about?: string): FormTable {
  const known = factsOf(DEVICE);
  return {
    path,
    title,
    about,
    columns: columns.map(({ path: inside, label, ...more }) => {
      const fact = more.kind ? undefined : known[`${path}[].${inside}`];
      const { kind = "text", unit = "", choices } = fact ? told(fact) : {};
      const said = !unit || label.toLowerCase().split(" ").includes(unit.toLowerCase());
      return { path: inside, head: said ? label : `${label}, ${unit}`, kind, choices, ...more };
    }),
  };
}

const KEY = column("key", "Key");
const LABEL = column("label", "Label", { wide: "min-w-32" });
const LENSES = table("lenses", "Lenses, each with its sensor", [
  KEY,
  LABEL,
  column("focal_length_mm", "Focal"),
  column("f_number", "f/"),
  column("f_numbers", "f/ to set"),
  column("transmission_loss_stops", "Loss"),
  column("close_focus_m", "Focus from"),
  column("sensor.columns", "Sites across"),
  column("sensor.rows", "Sites down"),
  column("sensor.pixel_pitch_um", "Pitch"),
  column("sensor.quantum_efficiency", "e⁻ per photon"),
  column("sensor.read_noise_e", "Read noise"),
  column("sensor.full_well_e", "Full well"),
  column("sensor.prnu", "PRNU"),
  column("resolves_px", "Resolves across"),
]);
const VIEWS = table("views", "Views", [
  KEY,
  LABEL,
  column("kind", "Kind", { wide: "min-w-36" }),
  column("lens", "Lens"),
  column("projection", "Projection"),
  column("horizontal_fov_deg", "Across"),
  column("sensor_share", "Share of width read"),
]);
const LEVELS = table(
  "stabilisation",
  "Stabilisation",
  [
    KEY,
    LABEL,
    column("crop", "Crop"),
    column("removes", "Shake removed"),
    column("draw_w", "Draw"),
    column("optical", "Moves lens or camera"),
    column("levels_horizon", "Levels horizon"),
  ],
  "A crop is the share of the width given up; left empty, every mode has to say its own.",
);
const CODECS = table("codecs", "Codecs", [
  KEY,
  LABEL,
  column("bit_depths", "Bits"),
  column("efficiency", "Picture per bit"),
  column("editing_load", "Heavy to edit"),
  column("external_drive_above", "Drive above"),
]);
export const MODES = table(
  "modes",
  "Modes",
  [
    column("frame_shape", "Shape"),
    column("resolution", "Size"),
    column("width_px", "Width"),
    column("height_px", "Height"),
    column("rate", "Rate"),
    column("views", "Views", { wide: "min-w-72" }),
    column("stabilisation", "Stabilisation", { kind: "levels", wide: "min-w-64" }),
    column("bit_rates", "Codec: Mbit/s", { kind: "by-codec", wide: "min-w-44" }),
    column("bit_depths", "Codec: bits", { kind: "by-codec", wide: "min-w-24" }),
    column("profiles", "Profiles", { wide: "min-w-36" }),
    column("readout", "Readout", { wide: "min-w-24" }),
    column("photosite_share", "Share read"),
    column("low_light_tuned", "Low light"),
    column("draw_w", "Draw"),
    column("kind", "Kind"),
    column("still_mb", "MB a frame"),
    column("readout_ms", "Rows read in"),
  ],
  "A level with a crop of its own here reads standard:0.13; bit rates read hevc:60/120; empty bits and profiles mean all. A lapse takes one frame every 1/rate seconds: 1/20 is one every 20 s.",
);
const PROFILES = table("profiles", "Colour profiles", [
  KEY,
  LABEL,
  column("curve", "Curve"),
  column("base_iso", "Base ISO"),
  column("bit_depth", "Needs, bit"),
  column("headroom_stops", "Over mid grey"),
  column("shadow_lift", "Lifts shadows"),
  column("bearable_iso", "Bearable ISO"),
]);
export const MENU = table(
  "menu",
  "Its own menu, in its order",
  [
    column("setting", "Setting", { wide: "min-w-40" }),
    column("label", "Label in the camera", { wide: "min-w-36" }),
    column("default", "As it comes", { wide: "min-w-32" }),
    column("values", "Values", { kind: "values", wide: "min-w-80" }),
    column("left_alone", "Left alone", { kind: "flag" }),
  ],
  "A line a setting. Values are parted by |; settings decided from the tables above need none. Left alone: it acts, but cannot be changed.",
);

export const SECTIONS: Section[] = [
  {
    key: "body",
    title: "Body",
    fields: [
      field("name", "Name", { wide: true }),
      field("kind", "Kind"),
      field("capture_app", "Capture app", { only: "phone" }),
      field("body", "Body, where profiles share one", { only: "phone" }),
      field("preset_slots", "Preset slots"),
      field("depth_rating_m", "Bare body to"),
      field("battery.capacity_wh", "Battery"),
      field("battery.share_at_0_c", "Share left at 0 °C"),
      field("battery.cold_table", "Shares by temperature", {
        kind: "cold",
        unit: "°C:share",
        hint: "-10:0.45 0:0.68",
      }),
      field("battery.cuts_out_below", "Cuts out in the cold below"),
      field("heat_limit_minutes", "Stops for heat after"),
      field("heat_limit_c", "Stops at"),
      field("heat_resistance_k_per_w", "Body to still air"),
      field("card_mb_s", "Storage sustains"),
      field("storage_gb", "Storage inside"),
      field("flight_minutes", "Flies", { only: "drone" }),
      field("landing_reserve", "Kept for landing", { only: "drone" }),
      field("wind_limit_m_s", "Flies in wind up to", { only: "drone" }),
      field("write_gap_s", "Writes a frame in"),
    ],
    tables: [],
  },
  { key: "optics", title: "Lenses and views", fields: [], tables: [LENSES, VIEWS, LEVELS] },
  { key: "modes", title: "Modes", fields: [], tables: [MODES, CODECS] },
  {
    key: "exposure",
    title: "Exposure and colour",
    fields: [
      field("shutters", "Shutters to set", { wide: true }),
      field("automatic_shutter", "Automatic shutter"),
      field("shortest_shutter", "Shortest"),
      field("exposure_programme", "When light falls"),
      field("iso.values", "ISO values", { wide: true }),
      field("iso.settable", "ISO can be set"),
      field("exposure_biases", "Exposure biases", { wide: true }),
      field("meters_bright_stops", "Its meter exposes bright by"),
      field("white_balance.kelvins", "White balance to set", { wide: true }),
      field("white_balance.automatic", "Automatic white balance"),
      field("white_balance.lock", "Automatic can be locked"),
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
