/**
 * Entries of several phones as one state, by the rules of the core (`steady_tide.core.field.merging`): takes and notes
 * add up, of what can be one thing only the latest on the spot holds. Pure.
 */

import table from "../generated/registers.json";
import { type Entry, FAULTS, type Fault, type Noted, type Verdict } from "./entries";

export type NoteOf = { id: string; at: string; about: string; text: string };
export type Take = {
  id: string;
  at: string;
  number: number;
  scene: string;
  setup: string | null;
  shot: string | null;
  which: "planned" | "dialled";
  ev100: number | null;
  seconds: number | null;
  verdict: Verdict | null;
  /** What other phones last said of it, where that is another verdict than the one that holds. */
  otherwise: Verdict[];
  faults: Fault[];
  notes: NoteOf[];
};
export type FieldState = {
  takes: Take[];
  notes: NoteOf[];
  ticked: Record<string, boolean>;
  shots: Record<string, boolean>;
  /** By "setup setting": the value read back last, or empty where that was taken back. */
  readBack: Record<string, string>;
};

type Said = { at: number; value: string };

type Register = { kind: string; key: string[]; value: string; of: string; counts_if: string | null };
const REGISTERS = new Map<string, Register>(table.registers.map((row) => [row.kind, row]));

/** A value as registers compare it. */
const asText = (value: unknown): string => (value == null ? "" : String(value));

/** Of what an entry says something that can be one thing only, and what, by the published table; null for what adds up. */
export function registerOf(entry: Entry): [string, string] | null {
  const row = REGISTERS.get(entry.kind);
  if (!row) return null;
  const told = entry as unknown as Record<string, unknown>;
  const counts = row.counts_if === null || Boolean(told[row.counts_if]);
  const value = row.of === "flag" ? (told[row.value] ? "1" : "0") : asText(told[row.value]);
  return [[row.kind, ...row.key.map((name) => asText(told[name]))].join(" "), counts ? value : ""];
}

/** By the codes of letters, as the service compares them. */
const over = (one: string, other: string) => {
  const [first, second] = [[...one], [...other]].map((text) =>
    text.map((letter) => letter.codePointAt(0) ?? 0),
  );
  for (let at = 0; ; at += 1) {
    const [a, b] = [first?.[at], second?.[at]];
    if (a === undefined) return false;
    if (b === undefined) return true;
    if (a !== b) return a > b;
  }
};

const later = (one: Said | undefined, other: Said) =>
  !one || other.at > one.at || (other.at === one.at && over(other.value, one.value)) ? other : one;

const time = (entry: { at: string }) => Date.parse(entry.at);

/**
 * All entries as one state: the same for the same entries, in any order and however often each comes. me: this phone,
 * to tell what others said from what was only said before.
 */
export function merged(entries: Iterable<Noted>, me = ""): FieldState {
  const each = new Map<string, Noted>();
  for (const entry of entries) each.set(entry.id, entry);
  const said = new Map<string, Said>();
  for (const entry of each.values()) {
    const register = registerOf(entry);
    if (register)
      said.set(register[0], later(said.get(register[0]), { at: time(entry), value: register[1] }));
  }
  const value = (thing: string) => said.get(thing)?.value;
  const byTime = [...each.values()].sort((a, b) => time(a) - time(b) || (a.id < b.id ? -1 : 1));
  const notes: NoteOf[] = [];
  for (const one of byTime)
    if (one.kind === "note" && value(`note-gone ${one.id}`) !== "1")
      notes.push({ id: one.id, at: one.at, about: one.about, text: one.text });
  return {
    takes: takesOf(byTime, value, notes, me),
    notes,
    ticked: flagsOf(said, "check "),
    shots: flagsOf(said, "shot "),
    readBack: Object.fromEntries(
      [...said]
        .filter(([key]) => key.startsWith("read-back "))
        .map(([key, one]) => [key.slice(10), one.value]),
    ),
  };
}

function flagsOf(said: Map<string, Said>, prefix: string): Record<string, boolean> {
  const mine = [...said].filter(([key]) => key.startsWith(prefix));
  return Object.fromEntries(mine.map(([key, one]) => [key.slice(prefix.length), one.value === "1"]));
}

/** The last verdict of each phone on each take. */
function verdictsOf(byTime: Noted[]): Map<string, Map<string, Verdict | null>> {
  const found = new Map<string, Map<string, Verdict | null>>();
  for (const one of byTime) {
    if (one.kind !== "verdict") continue;
    const of = found.get(one.take) ?? new Map<string, Verdict | null>();
    found.set(one.take, of.set(one.by ?? "", one.verdict));
  }
  return found;
}

function takesOf(
  byTime: Noted[],
  value: (thing: string) => string | undefined,
  notes: NoteOf[],
  me: string,
): Take[] {
  const verdicts = verdictsOf(byTime);
  const numbers = new Map<string, number>();
  const takes: Take[] = [];
  for (const one of byTime) {
    if (one.kind !== "take" || value(`take-gone ${one.id}`) === "1") continue;
    const number = (numbers.get(one.scene) ?? 0) + 1;
    numbers.set(one.scene, number);
    takes.push({
      id: one.id,
      at: one.at,
      number,
      scene: one.scene,
      setup: one.setup ?? null,
      shot: one.shot ?? null,
      which: one.which ?? "planned",
      ev100: one.ev100 ?? null,
      seconds: one.seconds ?? null,
      verdict: (value(`verdict ${one.id}`) as Verdict) || null,
      otherwise: [...(verdicts.get(one.id) ?? [])].flatMap(([by, said]) =>
        by !== me && said !== null && said !== value(`verdict ${one.id}`) ? [said] : [],
      ),
      faults: FAULTS.map((fault) => fault.value).filter((fault) => value(`fault ${one.id} ${fault}`) === "1"),
      notes: notes.filter((note) => note.about === one.id),
    });
  }
  return takes;
}
