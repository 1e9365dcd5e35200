/** Which shoots are shown: those at hand or those put away, and of them what is sought. Pure. */

import type { RemovedView, ShootView } from "./documents";

/** Whether a shoot holds every word sought, in its name and place, its scenes or their cameras. */
export function holds(shoot: ShootView, sought: string): boolean {
  const wanted = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const scenes = shoot.scenes.map((scene) => [
    scene.name,
    scene.scenario,
    ...scene.setups.map((setup) => setup.device_name),
  ]);
  const text = [shoot.name, shoot.place, shoot.day ?? "", ...scenes.flat()].join(" ").toLowerCase();
  return wanted.every((word) => text.includes(word));
}

/** Shoots on the shelf that is looked at. Whoever seeks something, seeks on both. */
export function onShelf(shoots: ShootView[], away: boolean, sought: string): ShootView[] {
  if (sought.trim()) return shoots.filter((shoot) => holds(shoot, sought));
  return shoots.filter((shoot) => shoot.put_away === away);
}

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
