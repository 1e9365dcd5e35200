/** The logbook: takes in groups, and how each group turned out. Pure. */

import type { LoggedTake } from "../documents";
import { level } from "../format";
import { faultText } from "./entries";

export const GROUPINGS = [
  { value: "scene", text: "scene" },
  { value: "camera", text: "camera" },
  { value: "set", text: "set" },
  { value: "light", text: "light" },
] as const;
export type Grouping = (typeof GROUPINGS)[number]["value"];

const HEADLINE = ["resolution", "frame_rate", "shutter", "nd_filter", "iso_ceiling"];

/** A take's set in a line: what tells it from others. */
export function setLine(take: LoggedTake): string {
  const told = HEADLINE.flatMap((setting) => {
    const one = take.set.find((value) => value.setting === setting);
    return one ? [one.text || String(one.value)] : [];
  });
  return told.join(", ");
}

const NAMES: Record<Grouping, (take: LoggedTake) => string> = {
  scene: (take) => [take.shoot, take.scene].filter(Boolean).join(": ") || "A scene that was deleted",
  camera: (take) => take.camera_name || "No camera noted",
  set: (take) => setLine(take) || "No set noted",
  light: (take) => (take.ev100 == null ? "Light not known" : `around ${level(Math.round(take.ev100))}`),
};

export type Group = { name: string; takes: LoggedTake[]; told: string };

/** How some takes turned out, in words: "12 takes: 5 of 9 kept; 3 too dark, 1 soft". */
export function outcome(takes: LoggedTake[]): string {
  const judged = takes.filter((take) => take.verdict != null);
  const keep = judged.filter((take) => take.verdict === "keep").length;
  const faults = new Map<string, number>();
  for (const fault of takes.flatMap((take) => take.faults)) faults.set(fault, (faults.get(fault) ?? 0) + 1);
  const told = [...faults].sort((a, b) => b[1] - a[1]).map(([fault, many]) => `${many} ${faultText(fault)}`);
  const many = `${takes.length} take${takes.length === 1 ? "" : "s"}`;
  const kept = judged.length === 0 ? "none judged yet" : `${keep} of ${judged.length} kept`;
  return `${many}: ${kept}${told.length > 0 ? `; ${told.join(", ")}` : ""}`;
}

/** Takes by what they share, the group filmed last first; light from dark to bright. */
export function grouped(takes: LoggedTake[], by: Grouping): Group[] {
  const groups = new Map<string, LoggedTake[]>();
  for (const take of takes) {
    const name = NAMES[by](take);
    groups.set(name, [...(groups.get(name) ?? []), take]);
  }
  const found = [...groups].map(([name, of]) => ({ name, takes: of, told: outcome(of) }));
  const last = (group: Group) => Math.max(...group.takes.map((take) => Date.parse(take.at)));
  const light = (group: Group) => group.takes[0]?.ev100 ?? Number.POSITIVE_INFINITY;
  return found.sort((a, b) => (by === "light" ? light(a) - light(b) : last(b) - last(a)));
}
