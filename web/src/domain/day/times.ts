/** Times of the clock on a day, as they are shown and typed. Pure. */

import type { Jump } from "../documents";
import { timeShown } from "../habits";

export const NONE: Jump = { minute: 0, by: 0 };

/** A time on the clock, from minutes after midnight: 570 is 09:30; past midnight it goes on from 00:00. */
export function clock(minute: number, jump: Jump = NONE): string {
  const wall = jump.by && minute >= jump.minute ? minute + jump.by : minute;
  const within = ((Math.round(wall) % 1440) + 1440) % 1440;
  return timeShown(within);
}

const two = (value: number) => String(value).padStart(2, "0");
/** Minutes of a day as a time field of a browser has them, by no habit. */
export const digits = (within: number) => `${two(Math.floor(within / 60))}:${two(within % 60)}`;

/** The day after one, both as dates are written in documents. */
export function dayAfter(iso: string): string {
  const date = new Date(`${iso}T12:00:00Z`);
  date.setUTCDate(date.getUTCDate() + 1);
  return date.toISOString().slice(0, 10);
}

/** Minutes after midnight of a clock time, or null where it is none. */
export function minuteOf(text: string, jump: Jump = NONE): number | null {
  const wall = wallOf(text.trim());
  if (wall === null) return null;
  if (jump.by === 0 || wall < jump.minute) return wall;
  return Math.max(wall - jump.by, jump.minute);
}

/** What a clock shows, in minutes: 13:30, 13.30, 13h30, 13h, 1330, 13; 1:30 pm, 1 pm. */
function wallOf(text: string): number | null {
  const by24 =
    /^([01]?\d|2[0-3])(?:\s*[:.,h]\s*([0-5]\d)|\s*h|)$/i.exec(text) ??
    /^([01]?\d|2[0-3])([0-5]\d)$/.exec(text);
  if (by24) return 60 * Number(by24[1]) + Number(by24[2] ?? 0);
  const by12 = /^(0?[1-9]|1[0-2])(?:[:.]([0-5]\d))?\s*([ap])\.?m\.?$/i.exec(text);
  if (!by12) return null;
  const half = by12[3]?.toLowerCase() === "p" ? 12 : 0;
  return 60 * ((Number(by12[1]) % 12) + half) + Number(by12[2] ?? 0);
}

/** From and to of a scene as typed: nothing for both empty, null where they are no times. A night goes on past midnight. */
export function timesMeant(
  { from, to }: { from: string; to: string },
  jump: Jump = NONE,
): { starts: number | null; ends: number | null } | null {
  if (from === "" && to === "") return { starts: null, ends: null };
  const [starts, ends] = [minuteOf(from, jump), minuteOf(to, jump)];
  if (starts === null || ends === null) return null;
  // A scene that ends before noon and before it starts goes on into the next day.
  const night = ends <= starts && ends < 720 && starts >= 720;
  return { starts, ends: night ? ends + 1440 : ends };
}
