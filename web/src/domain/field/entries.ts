/** What is noted in the field, as it is kept on the phone and sent. Pure. */

import type {
  CheckNoted,
  FaultNoted,
  LightNoted,
  NoteGone,
  NoteNoted,
  ReadBackNoted,
  ShotNoted,
  TakeGone,
  TakeNoted,
  VerdictNoted,
} from "../documents";
import table from "../generated/registers.json";

export type Entry =
  | TakeNoted
  | TakeGone
  | VerdictNoted
  | FaultNoted
  | NoteNoted
  | NoteGone
  | ShotNoted
  | CheckNoted
  | ReadBackNoted
  | LightNoted;

/** An entry with the phone that noted it, as far as that is known. */
export type Noted = Entry & { by?: string };

/** What an act notes, before it has its id and moment. */
export type Act = Entry extends infer One ? (One extends Entry ? Omit<One, "id" | "at"> : never) : never;

export const VERDICTS = [
  { value: "keep", text: "Keep" },
  { value: "maybe", text: "Maybe" },
  { value: "no", text: "No" },
] as const;
export type Fault = FaultNoted["fault"];
/** What can be wrong with a take, as the core calls it. */
export const FAULTS: { value: Fault; text: string }[] = table.faults.map(({ value, word }) => ({
  value: value as Fault,
  text: word.charAt(0).toUpperCase() + word.slice(1),
}));
export type Verdict = (typeof VERDICTS)[number]["value"];

export const faultText = (fault: string): string =>
  FAULTS.find((one) => one.value === fault)?.text.toLowerCase() ?? fault;

/** A moment that comes after another, so that what one phone does keeps its order even when its clock is set back. */
export const momentAfter = (last: number, now: number): number => Math.max(last + 1, now);
