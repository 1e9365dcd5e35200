/**
 * How quantities are told and typed: everything is kept in SI units, and shown by the habits of whoever looks.
 * The habits are set once, before anything is shown, as a language would be.
 */

import type { Habits } from "./documents";

export const PLAIN: Habits = {
  lengths: "metres",
  temperatures: "celsius",
  clock: "24h",
  mains_hz: 50,
  shutters: "time",
  light: "ev",
};

let now: Habits = PLAIN;
export const habits = (): Habits => now;
export function setHabits(chosen: Habits): void {
  now = chosen;
}

/** Countries, by the last part of a browser's language, with feet and Fahrenheit, and with mains of 60 Hz. */
const FEET = ["US", "LR", "MM"];
const SIXTY = ["US", "CA", "MX", "BR", "CO", "VE", "PE", "EC", "KR", "TW", "PH", "SA"];

/** What somebody is likely used to, by their browser's language and whether its clock counts to twelve. */
export function likely(language: string, twelve: boolean): Habits {
  const country = language.split("-").at(-1)?.toUpperCase() ?? "";
  const feet = FEET.includes(country);
  return {
    ...PLAIN,
    lengths: feet ? "feet" : "metres",
    temperatures: feet ? "fahrenheit" : "celsius",
    clock: twelve ? "12h" : "24h",
    mains_hz: SIXTY.includes(country) ? 60 : 50,
  };
}

type Way = { unit: string; to: (value: number) => number };
const FOOT = 0.3048;

/** How a unit of the documents is told instead, where habit has another. */
function wayOf(unit: string | undefined): Way | null {
  if (unit === "m" && now.lengths === "feet") return { unit: "ft", to: (value) => value / FOOT };
  if (unit === "°C" && now.temperatures === "fahrenheit")
    return { unit: "°F", to: (value) => 32 + 1.8 * value };
  return null;
}

const rounded = (value: number) => String(Number(value.toPrecision(3)));
const BARE = /^\s*[-−]?\d+(?:[.,]\d*)?\s*$/;

/** The unit beside a field. */
export const unitShown = (unit: string | undefined): string | undefined => wayOf(unit)?.unit ?? unit;

/** What a field of a unit shows: a kept number by habit; what was typed, as it was typed. */
export function shown(unit: string | undefined, value: string): string {
  const way = wayOf(unit);
  if (!way) return value;
  if (value.endsWith(` ${way.unit}`)) return value.slice(0, -way.unit.length - 1);
  return BARE.test(value) ? rounded(way.to(Number(value.replace("−", "-")))) : value;
}

/** What is sent of a typed text: a bare number gets the unit it was typed in. */
export function sent(unit: string | undefined, text: string): string {
  const way = wayOf(unit);
  return way && BARE.test(text) ? `${text.trim()} ${way.unit}` : text;
}

/** The metres that a number typed by habit means; NaN for what is none. */
export function inMetres(text: string): number {
  return Number(text.trim().replace(",", ".")) / (wayOf("m")?.to(1) ?? 1);
}

/** A bound of a field by habit. */
export const boundShown = (unit: string | undefined, value: number): number => {
  const way = wayOf(unit);
  return way ? Number(way.to(value).toPrecision(3)) : value;
};

/** A length in words: 7 m, 23 ft. */
export function metres(value: number): string {
  const way = wayOf("m");
  return way ? `${rounded(way.to(value))} ${way.unit}` : `${value} m`;
}

/** A time of the day by habit [minutes of it]. */
export function timeShown(within: number): string {
  const [hours, minutes] = [Math.floor(within / 60), within % 60];
  const two = (value: number) => String(value).padStart(2, "0");
  if (now.clock === "24h") return `${two(hours)}:${two(minutes)}`;
  return `${hours % 12 || 12}${minutes ? `:${two(minutes)}` : ""} ${hours < 12 ? "am" : "pm"}`;
}

type Dialled = { setting: string; value: string | number; text: string };

/** How the shutter of a set is told, where habit has it otherwise than it stands. */
export function shutterOf(decisions: Dialled[]): string | null {
  const found = (setting: string) => decisions.find((one) => one.setting === setting);
  const [shutter, rate] = [found("shutter"), found("frame_rate")];
  if (!shutter || !rate || now.shutters !== "angle") return null;
  return shutterShown(shutter.text, String(shutter.value), String(rate.value));
}

/** A shutter by habit: "1/50 s", or "180° (1/50 s)" to those who think in angles. rate: frames a second. */
export function shutterShown(text: string, time: string, rate: string): string {
  if (now.shutters !== "angle") return text;
  const [over = 0, under = 1] = time.split("/").map(Number);
  const [frames = 0, each = 1] = rate.split("/").map(Number);
  const angle = (360 * over * frames) / (under * each);
  if (!Number.isFinite(angle) || angle <= 0) return text;
  return `${Number(angle.toPrecision(3))}° (${text})`;
}
