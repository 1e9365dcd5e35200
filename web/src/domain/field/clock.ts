/** The day as a clock: what is on, what comes next, and in how long. Pure. */

import type { Coming, Pack, PackScene } from "../documents";
import { timeShown } from "../habits";

/** A moment as the clock at the place shows it, by habit. */
export function clockOf(iso: string): string {
  const [, hours, minutes] = /T(\d\d):(\d\d)/.exec(iso) ?? [];
  return hours && minutes ? timeShown(60 * Number(hours) + Number(minutes)) : "";
}

/** Now, as the clock at the place shows it; the phone's own without a place. */
export function placeClock(now: number, zone: string | null | undefined): string {
  const parts = new Intl.DateTimeFormat("en-GB", {
    hour: "2-digit",
    minute: "2-digit",
    hour12: false,
    timeZone: zone ?? undefined,
  }).formatToParts(now);
  const part = (type: string) => Number(parts.find((one) => one.type === type)?.value ?? 0) % 24;
  return timeShown(60 * part("hour") + Number(parts.find((one) => one.type === "minute")?.value ?? 0));
}

/** How long until a moment, or since it: "in 42 min", "in 3 days", "8 min ago". */
export function away(iso: string, now: number): string {
  const minutes = Math.round((Date.parse(iso) - now) / 60_000);
  const size = spanWords(Math.abs(minutes));
  if (minutes === 0) return "now";
  return minutes > 0 ? `in ${size}` : `${size} ago`;
}

function spanWords(minutes: number): string {
  if (minutes < 60) return `${minutes} min`;
  if (minutes < 48 * 60) {
    const rest = minutes % 60;
    return rest && minutes < 600
      ? `${Math.floor(minutes / 60)} h ${rest} min`
      : `${Math.round(minutes / 60)} h`;
  }
  return `${Math.round(minutes / 1440)} days`;
}

/** How old something is, as words in a sentence: "just now", "8 min ago". */
export const age = (iso: string, now: number): string =>
  Math.abs(now - Date.parse(iso)) < 60_000 ? "just now" : away(iso, now);

/** on: it is being filmed; next: it comes; first: none is on or comes. */
export type OnNow = { scene: PackScene | null; stands: "on" | "next" | "first" };

const time = (iso: string | null | undefined) => (iso ? Date.parse(iso) : Number.POSITIVE_INFINITY);

/** Scenes in the order in which they are filmed; those without a time last, as they stand. */
export const byTime = (scenes: PackScene[]): PackScene[] => {
  const order = (a: PackScene, b: PackScene) => time(a.starts_at) - time(b.starts_at) || 0;
  return [...scenes].sort((a, b) => (a.starts_at || b.starts_at ? order(a, b) : 0));
};

/** The scene that is on, else the next that comes, else the first. */
export function sceneOn(pack: Pack, now: number): OnNow {
  const scenes = byTime(pack.scenes);
  const on = scenes.find((one) => one.starts_at && time(one.starts_at) <= now && now < time(one.ends_at));
  if (on) return { scene: on, stands: "on" };
  const next = scenes.find((one) => one.starts_at && time(one.starts_at) > now);
  return next ? { scene: next, stands: "next" } : { scene: scenes[0] ?? null, stands: "first" };
}

/** The day it is at the place, as the pack's own day is written: 2026-09-19. */
export const placeDay = (now: number, zone: string | null | undefined): string =>
  new Intl.DateTimeFormat("en-CA", {
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    timeZone: zone ?? undefined,
  }).format(now);

/** What comes from now on, the nearest first. */
export const ahead = (coming: Coming[], now: number): Coming[] =>
  coming.filter((one) => Date.parse(one.at) >= now - 60_000);

/** Whether something that comes takes a hand: it is told in the colour for that. */
export const takesAHand = (one: Coming): boolean => ["swap", "leaves", "short"].includes(one.kind);
