/** Day or night watch, kept on this device. */

import { useSyncExternalStore } from "react";

export type Watch = "day" | "night";
const STORE = "steady-tide.watch";
const listeners = new Set<() => void>();

const current = (): Watch => (document.documentElement.dataset.watch === "night" ? "night" : "day");

export function toggleWatch(): void {
  const next: Watch = current() === "day" ? "night" : "day";
  document.documentElement.dataset.watch = next;
  localStorage.setItem(STORE, next);
  for (const tell of listeners) tell();
}

export function useWatch(): Watch {
  return useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, current);
}
