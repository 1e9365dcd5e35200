/** A take under way: how long it has been held. While it is, no new version is taken. */

import { useEffect, useState } from "react";
import { setBusy } from "./shelf";

const BUSY_MS = 3_600_000;

/** since: when it began, or null; seconds: how long it is held, by tenths. */
export function useHolding(): {
  since: number | null;
  seconds: number;
  begin: () => void;
  end: () => number;
} {
  const [since, setSince] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (since === null) return;
    const timer = setInterval(() => setNow(performance.now()), 100);
    return () => {
      clearInterval(timer);
      void setBusy(0);
    };
  }, [since]);
  const seconds = since === null ? 0 : Math.max((now - since) / 1000, 0);
  return {
    since,
    seconds,
    begin: () => {
      const begun = performance.now();
      setNow(begun);
      setSince(begun);
      void setBusy(Date.now() + BUSY_MS);
    },
    end: () => {
      const held = since === null ? 0 : (performance.now() - since) / 1000;
      setSince(null);
      return Math.round(held * 10) / 10;
    },
  };
}
