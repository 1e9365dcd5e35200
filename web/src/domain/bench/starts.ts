/** What every kind of scene starts from. Pure. */

import starts from "../generated/starts.json";
import { habits } from "../habits";

/** What a scenario starts from: usual conditions, as the core states them. */
export const SCENARIO_START: Record<string, Record<string, unknown>> = starts;

/** What a scene starts with, with mains and timeline as they are where one films. */
export function atHome(start: Record<string, unknown>): Record<string, unknown> {
  const { mains_hz } = habits();
  if (mains_hz === 50) return start;
  return { ...start, mains_hz, delivery: { timeline_rate: "30", ...(start.delivery as object | undefined) } };
}
