/** The light is otherwise: what a reading says, and what to do of what was carried along. Pure. */

import type { PackCamera, PackFallback, PackScene } from "../documents";

/** A reading as it was typed, worked out; or why it says nothing, and beside which field. */
export type Metered =
  | { ok: true; ev100: number; measured: Record<string, unknown> }
  | { ok: false; field: string; message: string };

const DARKEST = -15;
const BRIGHTEST = 22;

const number = (text: string): number => {
  const plain = text.trim().replace(",", ".").replace("−", "-");
  return /^-?\d{1,9}(\.\d{1,9})?$/.test(plain) ? Number(plain) : Number.NaN;
};

/** A shutter as it is typed: "1/500", "500" for 1/500 as cameras show it, "0.5" or '2"' for seconds. */
export function shutterSeconds(text: string): number {
  const plain = text.trim().replace(/\s*s$/, "");
  const [, over, under] = /^(\d{1,6}(?:\.\d{1,6})?)\s*\/\s*(\d{1,6}(?:\.\d{1,6})?)$/.exec(plain) ?? [];
  if (over && under) return Number(over) / Number(under);
  if (plain.endsWith('"')) return number(plain.slice(0, -1));
  const value = number(plain);
  return value >= 2 ? 1 / value : value;
}

/** What a meter or a camera says [EV at ISO 100]: APEX, and ISO 2720 for lux, as the service works it out. */
export function metered(how: string, typed: Record<string, string>): Metered {
  const text = (name: string) => typed[name] ?? "";
  if (how === "lux") {
    const lux = number(text("lux"));
    if (!(lux >= 0.00001 && lux <= 200_000))
      return { ok: false, field: "lux", message: "write lux from 0.00001 to 200000" };
    return judged(Math.log2(lux / 2.5), { how, lux }, "lux");
  }
  if (how === "ev") {
    const ev100 = number(text("ev100"));
    if (!(ev100 >= -13 && ev100 <= 20))
      return { ok: false, field: "ev100", message: "write an EV from −13 to 20" };
    return judged(ev100, { how, ev100 }, "ev100");
  }
  const [iso, f_number, seconds] = [
    number(text("iso")),
    number(text("f_number")),
    shutterSeconds(text("shutter_s")),
  ];
  if (!(iso >= 3 && iso <= 409_600))
    return { ok: false, field: "iso", message: "write an ISO from 3 to 409600" };
  if (!(f_number > 0.5 && f_number <= 64))
    return { ok: false, field: "f_number", message: "write an aperture above 0.5, up to 64" };
  if (!(seconds >= 0.00001 && seconds <= 3600))
    return { ok: false, field: "shutter_s", message: 'write a shutter: 1/500, 500, or 2" for two seconds' };
  const shutter_s = seconds < 1 ? `1/${Number((1 / seconds).toPrecision(6))}` : String(seconds);
  const ev100 = Math.log2((f_number * f_number) / seconds) - Math.log2(iso / 100);
  return judged(ev100, { how: "settings", iso, f_number, shutter_s }, "shutter_s");
}

function judged(ev100: number, measured: Record<string, unknown>, field: string): Metered {
  if (ev100 < DARKEST || ev100 > BRIGHTEST) {
    const words = `that would be EV ${ev100.toFixed(0)}, beyond anything between a starless night and the sun; look again`;
    return { ok: false, field, message: words };
  }
  return { ok: true, ev100: Math.round(ev100 * 100) / 100, measured };
}

/** What to do in a light. beyond: by how much no set that was carried along holds it [stops], dark or bright. */
export type LightAnswer = {
  kind: "holds" | "change" | "beyond";
  ev100: number;
  stops: number;
  fallback: PackFallback | null;
  beyond: number;
  side: "dark" | "bright" | null;
  low: number | null;
  high: number | null;
};

const marks = (of: { low_ev100?: number | null; high_ev100?: number | null }): [number, number] | null =>
  of.low_ev100 == null || of.high_ev100 == null ? null : [of.low_ev100, of.high_ev100];

const out = ([low, high]: [number, number], ev100: number) => Math.max(low - ev100, ev100 - high, 0);

/** What a careful reading may be off by [stops], as in the core; a change for less is none. */
const READING_STOPS = 0.3;

/**
 * What a camera does in a light: its set where that holds as far as a reading tells, else of the sets carried along
 * that hold it the one with the fewest changes, nearest in light, else the one that misses it least.
 */
export function answerFor(camera: PackCamera, ev100: number): LightAnswer | null {
  const own = marks(camera);
  if (!own) return null;
  const stops = Math.round((ev100 - camera.ev100) * 10) / 10;
  const base = { ev100, stops };
  if (out(own, ev100) <= READING_STOPS)
    return { ...base, kind: "holds", fallback: null, beyond: 0, side: null, low: own[0], high: own[1] };
  const carried = camera.fallbacks.flatMap((one) => {
    const of = marks(one);
    return of && !one.key.startsWith("no-") ? [{ one, of, out: out(of, ev100) }] : [];
  });
  const best = carried.sort(
    (a, b) =>
      a.out - b.out ||
      a.one.changes.length - b.one.changes.length ||
      Math.abs(a.one.ev100 - ev100) - Math.abs(b.one.ev100 - ev100),
  )[0];
  const missed = out(own, ev100);
  if (!best || best.out >= missed) {
    const side = ev100 < own[0] ? "dark" : "bright";
    return { ...base, kind: "beyond", fallback: null, beyond: missed, side, low: own[0], high: own[1] };
  }
  const side = best.out === 0 ? null : ev100 < best.of[0] ? "dark" : "bright";
  const kind = best.out === 0 ? "change" : "beyond";
  return { ...base, kind, fallback: best.one, beyond: best.out, side, low: best.of[0], high: best.of[1] };
}

const told = (stops: number) => {
  const size = Number(Math.abs(stops).toFixed(1));
  return `${size} stop${size === 1 ? "" : "s"}`;
};

/** The answer in a sentence: what the eye lands on. */
export function answerWords(answer: LightAnswer): string {
  const { low, high, ev100 } = answer;
  if (answer.kind === "holds" && low != null && high != null) {
    const beyond = Math.max(low - ev100, ev100 - high);
    if (beyond > 0)
      return `Change nothing: ${told(beyond)} too ${ev100 < low ? "dark" : "bright"}, less than a reading tells.`;
    const near =
      ev100 - low < high - ev100
        ? `${told(ev100 - low)} over its low`
        : `${told(high - ev100)} under its high`;
    return `Change nothing: the set holds, ${near} mark.`;
  }
  if (answer.kind === "change") return "Change this, and it holds.";
  const what = answer.side === "dark" ? "too dark" : "too bright";
  if (answer.fallback)
    return `Nothing carried along holds this. Nearest: with this, ${told(answer.beyond)} ${what}.`;
  return `Nothing carried along is better than the set as it is: ${told(answer.beyond)} ${what}.`;
}

/** How much more or less light there is than planned, in words. */
export function shiftWords(stops: number): string {
  if (Math.abs(stops) < 0.05) return "as planned";
  return `${told(stops)} ${stops > 0 ? "brighter" : "darker"} than planned`;
}

/** A scene's modelled light at a moment [EV at ISO 100]; null beyond what was carried along. */
export function lightAt(scene: PackScene, now: number): number | null {
  if (!scene.curve_from || scene.curve.length === 0) return null;
  const at = (now - Date.parse(scene.curve_from)) / 60_000 / scene.curve_step_minutes;
  if (at < 0 || at > scene.curve.length - 1) return null;
  const first = scene.curve[Math.floor(at)];
  const next = scene.curve[Math.ceil(at)];
  if (first === undefined || next === undefined) return null;
  return first + (next - first) * (at - Math.floor(at));
}
