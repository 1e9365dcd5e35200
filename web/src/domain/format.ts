/** Quantities as people read them. Pure. */

import { habits } from "./habits";

const MINUS = "−";

/** A signed number of stops: +0.5, −1.0, 0.0. */
export function stops(value: number, digits = 1): string {
  const text = Math.abs(value).toFixed(digits);
  if (Number(text) === 0) return text;
  return `${value < 0 ? MINUS : "+"}${text}`;
}

/** An exposure value at ISO 100, without its unit: 9.5, −0.3. */
export function ev(value: number): string {
  return value.toFixed(1).replace("-", MINUS);
}

/** An illuminance with its unit, in three figures at most: 6.3 lx, 1 500 lx, 82 klx. */
export function lux(value: number): string {
  if (value >= 10_000) return `${Number((value / 1000).toPrecision(2))} klx`;
  if (value >= 1000) return `${Math.round(value / 100) / 10} klx`;
  return `${Number(value.toPrecision(2))} lx`;
}

/** Illuminance of an EV at ISO 100 (E = 2.5 · 2^EV). */
export function luxOfEv(value: number): number {
  return 2.5 * 2 ** value;
}

/** A level of light with its unit, by habit as an exposure value or as illuminance: 9.1 EV, 1.4 klx. */
export function level(value: number): string {
  return habits().light === "lux" ? lux(luxOfEv(value)) : `${ev(value)} EV`;
}

/** The same for a column that is headed by `levelUnit`. */
export const levelBare = (value: number): string =>
  habits().light === "lux" ? lux(luxOfEv(value)) : ev(value);

/** What a column of levels is headed by. */
export const levelUnit = (): string => (habits().light === "lux" ? "Light" : "EV");

/** A key of the documents as words: "nd-when-needed" becomes "ND when needed". */
export function words(key: string): string {
  return key.replaceAll(/[-_]/g, " ").replaceAll(/\b(nd|iso)\b/g, (acronym) => acronym.toUpperCase());
}

/** A label within a sentence: "frame rate", but "ISO floor". */
export function inText(label: string): string {
  return /^[A-Z]{2}/.test(label) ? label : label.charAt(0).toLowerCase() + label.slice(1);
}

/** The first letter raised. */
export function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A day as in a tide table: Sat 26 Sep 2026. */
export function day(iso: string | null | undefined): string {
  if (!iso) return "no day yet";
  const date = new Date(`${iso}T12:00:00`);
  return date.toLocaleDateString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    year: "numeric",
  });
}
