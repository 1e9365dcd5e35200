/** Cells and cards along the day: strips under the light, and what is short, in words. Pure. */

import type { Plot } from "../day/day";
import { clock } from "../day/times";
import type { CameraBudget, DayBudget, Inserted, Jump, Rests, Shortage } from "../documents";
import { factOf, rangeOf } from "../fields";
import UPKEEP_FACTS from "../generated/facts/upkeep.json";

type Point = { minute: number; share: number };

/** Stretches of a curve that is told by its ends, two by two. */
export function stretches(points: Point[]): [Point, Point][] {
  const found: [Point, Point][] = [];
  for (let at = 0; at + 1 < points.length; at += 2) {
    const [from, to] = [points[at], points[at + 1]];
    if (from && to) found.push([from, to]);
  }
  return found;
}

/** What is left of cells as areas over a base line; a strip is `height` high. */
export function areas(points: Point[], { x }: Plot, height: number): string[] {
  return stretches(points).map(([from, to]) => {
    const [left, right] = [x(from.minute), x(to.minute)].map((value) => value.toFixed(1));
    const [high, low] = [from, to].map(({ share }) => (height * (1 - share)).toFixed(1));
    return `M${left},${height}L${left},${high}L${right},${low}L${right},${height}Z`;
  });
}

/** How full cards are as one line; where another card goes in, it begins anew. */
export function fillLine(points: Point[], { x }: Plot, height: number): string {
  let last: Point | null = null;
  return stretches(points)
    .map(([from, to]) => {
      const on = last !== null && Math.abs(last.share - from.share) < 1e-3;
      last = to;
      const at = ({ minute, share }: Point) => `${x(minute).toFixed(1)},${(height * (1 - share)).toFixed(1)}`;
      return `${on ? "L" : "M"}${at(from)}L${at(to)}`;
    })
    .join("");
}

/** The stretches of a scene that nothing covers, as they are hatched [minutes]. */
export function uncovered(
  budget: DayBudget,
  camera: string,
): { start: number; end: number; words: string }[] {
  return budget.short
    .filter((one) => one.camera === camera && one.kind !== "room" && one.kind !== "time")
    .map((one) => ({
      start: one.minute,
      end: one.minute + (one.kind === "cards" || one.kind === "card-speed" ? 0 : one.amount),
      words: one.words,
    }));
}

/** A shortage in a sentence, with its hour. */
export function shortSentence(one: Shortage, jump?: Jump): string {
  const who = one.camera_name ? `${one.camera_name}, ` : "";
  return `${who}${one.scene_name} from ${clock(one.minute, jump)}: ${one.words}`;
}

/** What goes into a camera after its first: when, and which piece. */
export function changesOf(gone_in: Inserted[], jump?: Jump): string {
  const later = gone_in.filter((one) => !one.first);
  if (later.length === 0) return "";
  return later
    .map((one) => `${clock(one.minute, jump)}${one.while_filming ? " while filming" : ""}: ${piece(one)}`)
    .join("; ");
}

export const piece = (one: Inserted): string => `${one.label}${one.number > 1 ? `, no. ${one.number}` : ""}`;

/** How long, in words: 45 min, 2 h 05. */
export function lasting(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 90) return `${whole} min`;
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, "0")}`;
}

export function restsWords(rests: Rests): string {
  const pauses = `${rests.pauses} pause${rests.pauses === 1 ? "" : "s"} of ${lasting(rests.rest_minutes)}`;
  return `runs ${lasting(rests.first_minutes)} in one go, then ${pauses}, switched off`;
}

/** The cells of a camera in a phrase: "2 of 4 cells". */
export function cellsWords({ cells_used, cells_there, flies }: CameraBudget): string {
  const noun = cells_there === 1 ? "cell" : "cells";
  return `${cells_used} of ${cells_there} ${noun}${flies ? `, a flight each` : ""}`;
}

/** What budgets rest on, in the order it is shown: field, and its question. */
export const UPKEEP: { name: string; label: string }[] = [
  { name: "front_screen_w", label: "A lit front screen draws" },
  { name: "position_w", label: "Position logging and radio draw" },
  { name: "kept_on_share", label: "Left switched on between takes" },
  { name: "waiting_share", label: "Draws while it waits, of recording" },
  { name: "changed_at_share", label: "A cell is changed at" },
  { name: "card_fill_share", label: "A card is filled to" },
  { name: "split_gb", label: "Files are cut at" },
  { name: "copies", label: "Copies of every card" },
  { name: "copy_mb_s", label: "Reader and disk copy" },
  { name: "charging_efficiency", label: "Of a charger's power arrives" },
  { name: "ready_minutes", label: "Ready before the first scene" },
];

/** Unit, range and usual value of one of them. */
export function upkeepFact(name: string) {
  const fact = factOf(UPKEEP_FACTS, name);
  return { unit: fact.unit, range: rangeOf(fact), usual: String(fact.start) };
}
