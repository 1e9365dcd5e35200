/** Whether there is room for columns beside each other. */

import { useSyncExternalStore } from "react";

const COLUMNS = "(min-width: 64rem)";

export function useWide(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(COLUMNS);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => window.matchMedia(COLUMNS).matches,
  );
}
