/** Day or night watch, kept on this device. */

import { useSyncExternalStore } from "react";

/** By day, in bright sun, or at night. */
export type Watch = "day" | "sun" | "night";
const WATCHES: readonly Watch[] = ["day", "sun", "night"];
const STORE = "steady-tide.watch";
const listeners = new Set<() => void>();

const current = (): Watch => WATCHES.find((one) => one === document.documentElement.dataset.watch) ?? "day";

export const toggleWatch = (): void => setWatch(current() === "night" ? "day" : "night");

export function setWatch(next: Watch): void {
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
