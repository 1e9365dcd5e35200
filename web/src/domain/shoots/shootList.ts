/** Lists of shoots and of what was deleted, in words. Pure. */

import type { RemovedView, ShootView } from "../documents";

/** How many sets are planned, and how many wait for it. */
export function planned(shoots: ShootView[]): { done: number; waiting: number } {
  const setups = shoots.flatMap((shoot) => shoot.scenes).flatMap((scene) => scene.setups);
  const waiting = setups.filter((setup) => setup.outcome === "waiting").length;
  return { done: setups.length - waiting, waiting };
}

/** Something deleted lately, in words: what it is, and what went with it. */
export function removedWords({ kind, name, scenes }: RemovedView): string {
  if (kind === "scene") return `${name}, a scene`;
  return `${name}, a shoot with ${scenes === 1 ? "1 scene" : `${scenes || "no"} scenes`}`;
}

/** Lines that need a hand, the shortest first, each once. */
export function shortestFirst(lines: string[]): string[] {
  return [...new Set(lines)].sort((one, other) => one.length - other.length);
}
