/**
 * Words of messages: the one place on the web where they are made, from the catalogue of the core (Fluent) and by the
 * reader's habits. The same quantities read the same in Python (`formats/wording.py`); a test holds the two together.
 */

import { FluentBundle, FluentNumber, FluentResource, FluentType, type FluentValue } from "@fluent/bundle";
import type { Amount, Leaving, Message } from "./documents";
import words from "./generated/words/first.json";
import { habits, timeShown } from "./habits";

/** What is told: facts, or a text that is there already. */
export type Told = Message | string;
type EndKind = Leaving["end"];
type Argument = NonNullable<Message["args"]>[string];

const LOCALE = "en-GB";
const METRES_PER_FOOT = 0.3048;
/** What stands after a number, where that is not its unit after a space. */
const SYMBOLS: Record<string, string> = {
  degC: " °C",
  stops: "",
  deg: "°",
  "deg/s": "°/s",
  share: " %",
  fps: " fps",
  EV: " EV",
  times: "×",
  ratio: "",
};

/** A number by decimals, or to three figures as Python's general format has them; with a true minus sign. */
function figures(value: number, digits?: number | null): string {
  const text =
    digits == null && Math.abs(value) < 1000
      ? String(Number(value.toPrecision(3)))
      : value.toFixed(digits ?? 0);
  return text.replace("-", "−");
}

/** A shutter time [s] as people write it: 1/50, 0.3, 2. */
export function shutterText(seconds: number): string {
  if (seconds >= 0.4) return seconds.toFixed(1).replace(/\.0$/, "");
  const part = 1 / seconds;
  const near = Math.abs(part - Math.round(part)) <= 0.05;
  return part < 4 && !near ? String(Number(seconds.toPrecision(2))) : `1/${Math.round(part)}`;
}

/** A quantity with its unit, by habit. */
export function amountText({ value, unit, digits, signed }: Amount): string {
  const by = habits();
  if (unit === "shutter") return `${shutterText(value)} s`;
  if (unit === "clock") return timeShown(Math.round(value) % 1440);
  if (unit === "m" && by.lengths === "feet") return `${figures(value / METRES_PER_FOOT, digits)} ft`;
  if (unit === "degC" && by.temperatures === "fahrenheit") return `${figures(32 + 1.8 * value, 0)} °F`;
  const shown = unit === "share" ? 100 * value : value;
  const sign = signed && Number(shown.toFixed(digits ?? 0)) > 0 ? "+" : "";
  return `${sign}${figures(shown, digits)}${SYMBOLS[unit] ?? ` ${unit}`}`;
}

/** Texts that the catalogue joins. */
class Several extends FluentType<string[]> {
  toString(): string {
    return this.value.join("");
  }
}

const joined =
  (by: string) =>
  ([several]: FluentValue[]): FluentValue =>
    several instanceof Several ? several.value.join(by) : String(several ?? "");

/** A clause as a sentence: begun with a capital, ended with a stop. */
const sentence = ([clause]: FluentValue[]): FluentValue => {
  const text = String(clause ?? "");
  return `${text.slice(0, 1).toUpperCase()}${text.slice(1).replace(/\.+$/, "")}.`;
};

let bundle: FluentBundle | null = null;

function catalogue(): FluentBundle {
  if (bundle) return bundle;
  bundle = new FluentBundle(LOCALE, {
    useIsolating: false,
    functions: { SPACED: joined(" "), LISTED: joined(", "), CLAUSES: joined("; "), SENTENCE: sentence },
  });
  for (const text of Object.values(words)) bundle.addResource(new FluentResource(text));
  return bundle;
}

/** Further rooms of the catalogue, which come with the places that need them. */
export function withWords(rooms: Record<string, string>): void {
  for (const text of Object.values(rooms)) catalogue().addResource(new FluentResource(text));
}

const isAmount = (value: object): value is Amount => "unit" in value;

function plain(value: Argument): string {
  if (Array.isArray(value)) return value.map(plain).join("");
  if (typeof value === "object") return isAmount(value) ? amountText(value) : told(value);
  return String(value);
}

function given(value: Argument): FluentValue {
  if (Array.isArray(value)) return new Several(value.map(plain));
  return typeof value === "number" ? new FluentNumber(value, { useGrouping: false }) : plain(value);
}

/** What is told, in words by habit. A key that this version does not know is told as it is. */
export function told(message: Told): string {
  if (typeof message === "string") return message;
  const found = catalogue().getMessage(message.key);
  if (!found?.value) {
    console.error(`no words for ${message.key}`);
    return message.key;
  }
  const args = Object.fromEntries(
    Object.entries(message.args ?? {}).map(([name, value]) => [name, given(value)]),
  );
  return catalogue().formatPattern(found.value, args, []);
}

/** What happens beyond a mark, and how; nothing where that was not kept. */
export const endTold = (end: EndKind | null | undefined): string =>
  end ? told({ key: `end-${end}`, args: {} }) : "";

/** How a set ends in a few words, beside what side it is on. */
export const causeTold = (end: EndKind): string =>
  told({ key: end === "runaway" ? "end-runaway" : `cause-${end}`, args: {} });

/** Several messages, each in words. */
export const toldEach = (messages: Told[]): string[] => messages.map(told);

/** Several messages one after another, as a text. */
export const toldTogether = (messages: Told[]): string => toldEach(messages).join(" ");
