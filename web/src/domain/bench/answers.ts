import type { Plan } from "../documents";

/** Whether a set would drown the camera: its first caution says how. Pure. */
export function unsafe(plan: Plan): boolean {
  return plan.cautions[0]?.kind === "no-housing";
}
