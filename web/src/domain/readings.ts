/** Ways to measure light, and their fields. What is typed stays text until the service reads it. Pure. */

import type { FieldSpec } from "./brief";

export const READING_KINDS = [
  { value: "settings", text: "a meter or camera: ISO, f, shutter" },
  { value: "lux", text: "a light meter, in lux" },
  { value: "ev", text: "a light meter, in EV" },
  { value: "phone", text: "a phone's sensor, in lux" },
  { value: "grey-card", text: "a still of a grey card" },
];

type ReadingField = { name: string } & Pick<FieldSpec, "label" | "unit">;

const LUX: ReadingField[] = [{ name: "lux", label: "It says", unit: "lx" }];

export const READING_FIELDS: Record<string, ReadingField[]> = {
  settings: [
    { name: "iso", label: "ISO" },
    { name: "f_number", label: "Aperture", unit: "f/" },
    { name: "shutter_s", label: "Shutter", unit: "s" },
  ],
  lux: LUX,
  phone: LUX,
  ev: [{ name: "ev100", label: "At ISO 100", unit: "EV" }],
};

/** A reading as it is sent: only the fields of its kind, as they were typed. */
export function readingSent(how: string, typed: Record<string, string>): Record<string, string> {
  const fields = (READING_FIELDS[how] ?? []).map((one) => [one.name, (typed[one.name] ?? "").trim()]);
  return { how, ...Object.fromEntries(fields) };
}
