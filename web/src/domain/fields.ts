/** What forms know of the fields of documents: kind, unit, range, choices, start, as the schemas tell them. Pure. */

import { words } from "./format";
import BRIEF from "./generated/facts/brief.json";
import { boundShown, unitShown } from "./habits";

export type Choice = { value: string; text: string };
export type Scalar = string | number | boolean;
export type Fact = {
  kind: "number" | "rational" | "text" | "flag" | "date" | "numbers" | "words" | "map";
  unit?: string;
  choices?: (string | number)[];
  least?: number;
  above?: number;
  most?: number;
  below?: number;
  start?: unknown;
  /** May be left empty. */
  optional?: boolean;
};
/** Facts by path, of one kind of document; each kind is a file of its own, fetched where its forms are. */
export type Facts = Record<string, object>;

/** A fact's kind as cells are typed: fractions stay texts. */
export const TYPED_AS = {
  number: "number",
  rational: "text",
  text: "text",
  flag: "flag",
  date: "text",
  numbers: "numbers",
  words: "words",
  map: "text",
} as const;

/** Every fact of a kind of document, by path. */
export const factsOf = (document: Facts): Record<string, Fact> => document as Record<string, Fact>;

/** The fact of one field. A path that no schema has is a mistake of ours. */
export function factOf(document: Facts, path: string): Fact {
  const fact = factsOf(document)[path];
  if (!fact) throw new Error(`there is no field ${path}`);
  return fact;
}

/** A fact of a brief's field as the bench names it: light by its kind, lamps by their place. */
export function briefFact(path: string, lightKind: string): Fact {
  const inside = path.replace(/^light\./, `light[${lightKind}].`).replace(/\.\d+\./, "[].");
  return factOf(BRIEF, inside);
}

/** The values a field offers; a number with its unit. */
export function choicesOf({ choices = [], unit }: Fact): Choice[] {
  return choices.map((value) => ({
    value: String(value),
    text: typeof value === "number" && unit ? `${value} ${unit}` : words(String(value)),
  }));
}

const figure = (value: number) => String(value).replace("-", "−");

/** What a field takes: "0–60 m", "−13 to 20 EV", "over 0, to 60 m"; empty where anything goes. */
export function rangeOf({ least, above, most, below, unit = "" }: Fact): string {
  const bound = (value: number | undefined) => (value === undefined ? value : boundShown(unit, value));
  const low = bound(least ?? above);
  const high = bound(most ?? below);
  const beside = unit === "" || unit === "share" || unit.includes(" ") ? "" : ` ${unitShown(unit)}`;
  if (low === undefined || high === undefined) return "";
  if (above !== undefined) return `over ${figure(low)}, to ${figure(high)}${beside}`;
  return `${figure(low)}${low < 0 ? " to " : "–"}${figure(high)}${beside}`;
}

/** A document's part with every field at its start; what has none is left out. */
export function startsWithin(prefix: string): Record<string, unknown> {
  const mine = Object.entries(factsOf(BRIEF)).filter(([path]) => path.startsWith(`${prefix}.`));
  const own = mine.map(([path, fact]) => [path.slice(prefix.length + 1), fact.start] as const);
  return Object.fromEntries(
    own.filter(([name, start]) => start !== undefined && !name.includes(".") && !name.includes("[")),
  );
}

/** What is sent for a choice: what the schema has numbers for goes as a number. */
export function chosen(fact: Fact, text: string): Scalar {
  return fact.choices?.find((value) => String(value) === text) ?? text;
}

/** What is sent for a typed text: what may be left empty becomes nothing. */
export const typedFor = (fact: Fact, text: string): string | null =>
  fact.optional && text.trim() === "" ? null : text.trim();
