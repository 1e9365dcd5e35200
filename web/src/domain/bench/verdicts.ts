/** How surely a set holds, as it is told. Pure. */

import type { Answer } from "../documents";

export type Verdict = Answer["verdict"];
/** What the eye should land on. */
export const VERDICTS: Record<Verdict, string> = {
  steady: "Steady",
  likely: "Likely steady",
  uncertain: "Uncertain",
  not: "Not steady",
};
/** In what a verdict is written: what fails in signal, what hangs on a reading in ink. */
export const TONES: Record<Verdict, string> = {
  steady: "text-sea",
  likely: "text-sea",
  uncertain: "text-ink",
  not: "text-signal",
};

/** A margin with how well the light is known, where the verdict hangs on that. */
export function marginTold(verdict: Verdict, margin: string, uncertainty: number): string {
  const hangs = verdict === "likely" || verdict === "uncertain";
  return hangs ? `${margin}; the light is known to ± ${uncertainty.toFixed(1)}` : margin;
}
