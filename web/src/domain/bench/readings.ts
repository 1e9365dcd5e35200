/** Ways to measure light, and their fields. What is typed stays text until the service reads it. Pure. */

import { factOf, rangeOf } from "../fields";
import READING from "../generated/facts/reading.json";

export const READING_KINDS = [
  { value: "settings", text: "a meter or camera: ISO, f, shutter" },
  { value: "lux", text: "a light meter, in lux" },
  { value: "ev", text: "a light meter, in EV" },
  { value: "phone", text: "a phone's sensor, in lux" },
  { value: "grey-card", text: "a still of a grey card" },
];

type ReadingField = { name: string; label: string; unit?: string; range: string };

const ASKED: Record<string, [name: string, label: string][]> = {
  settings: [
    ["iso", "ISO"],
    ["f_number", "Aperture"],
    ["shutter_s", "Shutter"],
  ],
  lux: [["lux", "It says"]],
  phone: [["lux", "It says"]],
  ev: [["ev100", "At ISO 100"]],
};

/** The fields of a way to measure; a still of a grey card has none, they are read from it. */
export function readingFields(how: string): ReadingField[] {
  return (ASKED[how] ?? []).map(([name, label]) => {
    const fact = factOf(READING, `[${how}].${name}`);
    return { name, label, unit: fact.unit, range: rangeOf(fact) };
  });
}

/** A reading as it is sent: only the fields of its kind, as they were typed. */
export function readingSent(how: string, typed: Record<string, string>): Record<string, string> {
  const fields = readingFields(how).map((one) => [one.name, (typed[one.name] ?? "").trim()]);
  return { how, ...Object.fromEntries(fields) };
}
