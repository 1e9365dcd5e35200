/** The shot list: its words, its order, what a new shot begins with. Pure. */

import type { Coverage, Covered, ShotView, WantedShot } from "../documents";
import { words } from "../format";

export const SIZES = ["establishing", "medium", "detail"] as const;
export type Size = (typeof SIZES)[number];
export const ANGLES = [
  "eye-level",
  "low",
  "high",
  "from-above",
  "from-below",
  "side",
  "behind",
  "point-of-view",
] as const;
export const TRANSITIONS = [
  "cut",
  "same-movement",
  "same-shape",
  "through-something",
  "fast-pan",
  "light-changes",
  "into-the-dark",
] as const;

/** Marks of a shot, as they are set and read. */
export const MARKS = [
  { name: "must_have", label: "must have" },
  { name: "once_only", label: "once only" },
  { name: "slow", label: "slow" },
  { name: "reverse", label: "reverse" },
  { name: "slow_start", label: "slow start" },
] as const;

/** What a new shot of a subject begins with: the first size that is missing of it, from an angle it has not. */
export function newShot(subject: string, coverage: Coverage, scene: string): WantedShot {
  const same = coverage.subjects.find((one) => one.subject.toLowerCase() === subject.trim().toLowerCase());
  const size = same?.missing[0] ?? (same ? "detail" : "establishing");
  const angle = ANGLES.find((one) => !same?.angles.includes(one)) ?? "eye-level";
  return { ...PLAIN, subject: subject.trim(), size, angle, scene };
}

const PLAIN: WantedShot = {
  document: "steady-tide/shot",
  version: 1,
  subject: "",
  is_moment: false,
  size: "medium",
  angle: "eye-level",
  scene: "",
  hold_s: 8,
  movement: "",
  transition: "cut",
  reverse: false,
  slow: false,
  slow_start: false,
  must_have: false,
  once_only: false,
  done: false,
  note: "",
};

/** A shot in a line: size, angle, hold. */
export function shotLine(shot: WantedShot): string {
  const parts = [
    shot.size,
    words(shot.angle),
    `${shot.hold_s} s`,
    shot.movement,
    shot.transition === "cut" ? "" : `then ${words(shot.transition)}`,
  ];
  return parts.filter(Boolean).join(", ");
}

export const marksOf = (shot: WantedShot): string[] =>
  MARKS.filter(({ name }) => shot[name]).map(({ label }) => label);

/** Ids with one moved up or down by so many places. */
export function movedBy(ids: string[], id: string, by: number): string[] {
  const at = ids.indexOf(id);
  const to = Math.min(Math.max(at + by, 0), ids.length - 1);
  if (at < 0 || at === to) return ids;
  const rest = ids.filter((one) => one !== id);
  return [...rest.slice(0, to), id, ...rest.slice(to)];
}

/** Shots in an order of their ids. */
export function inOrderOf(shots: ShotView[], ids: string[]): ShotView[] {
  const place = new Map(ids.map((id, index) => [id, index]));
  return [...shots].sort((one, other) => (place.get(one.id) ?? 0) - (place.get(other.id) ?? 0));
}

/** How a size of a subject stands in the grid: how many are listed, how many of them done. */
export function cellWords(one: Covered, size: Size): string {
  const [listed, done] = [one.by_size[size] ?? 0, one.done_by_size[size] ?? 0];
  if (listed === 0) return one.is_moment ? "" : "missing";
  return done === 0 ? String(listed) : `${done} of ${listed} done`;
}

/** All of a list in a phrase. */
export function amountWords({ shots, done, seconds }: Coverage): string {
  const time = seconds < 90 ? `${Math.round(seconds)} s` : `${(seconds / 60).toFixed(1)} min`;
  return `${shots} shot${shots === 1 ? "" : "s"}, ${done} done, ${time} as they are held`;
}

/** Takes of a shot as they were counted in the field: "3 takes, 1 kept". */
export const takesWords = (takes: number, kept: number): string =>
  `${takes} take${takes === 1 ? "" : "s"}${kept > 0 ? `, ${kept} kept` : ""}`;
