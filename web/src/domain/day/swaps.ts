/** Changes of the day in words. Pure. */

import type { SwapView } from "../documents";

export const SWAP_WORDS: Record<SwapView["kind"], string> = {
  start: "begin",
  preset: "preset",
  filter: "filter",
  iso: "ISO",
};

export const REACH_WORDS: Record<SwapView["reachable"], string> = {
  "by-hand": "by hand",
  awkward: "awkward: stop for it",
  "menu-only": "menu only, no filter until it is down",
  "not-at-all": "cannot be reached while filming",
};

/** A change in a phrase: "Skarv A4: ISO up to 800 instead of ISO up to 400". */
export function swapSentence(swap: SwapView): string {
  if (swap.kind === "start") return `${swap.device_name}: begin with ${swap.after}`;
  return `${swap.device_name}: ${swap.after} instead of ${swap.before}`;
}
