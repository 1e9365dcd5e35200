/** A shoot's preparation in words and groups. Pure. */

import type { Charging, CheckView, InSocket, ReadyView } from "../documents";
import { timeShown } from "../habits";
import { lasting } from "./budget";

/** The preparation in a sentence: what the eye should land on. */
export function readySentence(ready: ReadyView): { words: string; done: boolean } {
  if (ready.of === 0) return { words: "Nothing to prepare yet.", done: false };
  if (ready.open === 0) return { words: "Everything is ready.", done: true };
  return { words: `${ready.of - ready.open} of ${ready.of} done, ${ready.open} to go.`, done: false };
}

/** When charging has to begin, as people say it: "Fri 22:40". now: what day it is, to say today. */
export function beginWords(begin: string | null | undefined, { minutes, late }: Charging): string {
  if (minutes === 0) return "Every cell that is needed is charged.";
  const all = `All of it takes ${lasting(minutes)}`;
  if (!begin) return `${all}.`;
  const moment = new Date(begin);
  const [, clock = ""] = /T(\d\d:\d\d)/.exec(begin) ?? [];
  const [hours = 0, mins = 0] = clock.split(":").map(Number);
  const day = moment.toLocaleDateString("en-GB", { weekday: "long", timeZone: zoneOf(begin) });
  const told = `${all}: begin by ${day} ${timeShown(60 * hours + mins)}`;
  return late.length ? `${told}. It is too late for ${late.join(", ")}.` : `${told}.`;
}

/** A fixed zone as a moment was written with it, for the name of its day. */
function zoneOf(moment: string): string | undefined {
  const [, sign, hours] = /([+-])(\d\d):\d\d$/.exec(moment) ?? [];
  if (!sign) return "UTC";
  return Number(hours) === 0 ? "UTC" : `Etc/GMT${sign === "+" ? "-" : "+"}${Number(hours)}`;
}

export type Round = { number: number; cells: string; minutes: number; begins: number };
export type ChargerPlan = { key: string; label: string; rounds: Round[] };

/** What goes on each charger, round by round. */
export function chargerPlans(turns: InSocket[]): ChargerPlan[] {
  const plans = new Map<string, ChargerPlan>();
  for (const turn of turns) {
    const plan = plans.get(turn.charger) ?? { key: turn.charger, label: turn.charger_label, rounds: [] };
    plans.set(turn.charger, plan);
    const cell = `${turn.cell_label} no. ${turn.number}`;
    const round = plan.rounds.find((one) => one.number === turn.round);
    if (round) {
      round.cells += ` and ${cell}`;
      round.minutes = Math.max(round.minutes, turn.ends - turn.begins);
    } else
      plan.rounds.push({
        number: turn.round,
        cells: cell,
        minutes: turn.ends - turn.begins,
        begins: turn.begins,
      });
  }
  return [...plans.values()];
}

/** When a round begins: at the latest by the clock, where that is known; else in which order. */
export function roundWords(round: Round, index: number, begin: string | null | undefined): string {
  const [, hours, minutes] = /T(\d\d):(\d\d)/.exec(begin ?? "") ?? [];
  if (hours === undefined) return index === 0 ? "first" : "then";
  const at = 60 * Number(hours) + Number(minutes) + round.begins;
  return `from ${timeShown(Math.floor(at) % 1440)}`;
}

/** Checks by their group, in the order in which groups come. */
export function byGroup(checks: CheckView[]): { group: string; label: string; checks: CheckView[] }[] {
  const groups: { group: string; label: string; checks: CheckView[] }[] = [];
  for (const check of checks) {
    const last = groups.find((one) => one.group === check.group);
    if (last) last.checks.push(check);
    else groups.push({ group: check.group, label: check.group_label, checks: [check] });
  }
  return groups;
}

/** The same preparation with something ticked, as it is shown before the service has answered. */
export function ticked(ready: ReadyView, key: string, done: boolean): ReadyView {
  const set = <One extends { done: boolean }>(one: One, mine: string): One =>
    mine === key ? { ...one, done } : one;
  const next = {
    ...ready,
    cautions: ready.cautions.map((one) => set(one, one.tick)),
    packing: ready.packing.map((one) => set(one, one.tick)),
    checks: ready.checks.map((one) => set(one, one.key)),
    own: ready.own.map((one) => set(one, `own ${one.id}`)),
  };
  const counted = [...next.cautions.filter((one) => one.once), ...next.packing, ...next.checks, ...next.own];
  return { ...next, open: counted.filter((one) => !one.done).length };
}

/** Where a piece goes from how it stands: charged, in use, empty, and round again. */
export function nextState(state: string | null | undefined): "ready" | "in-use" | "spent" {
  if (state === "ready") return "in-use";
  return state === "in-use" ? "spent" : "ready";
}
