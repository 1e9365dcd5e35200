/** The screen kept awake, where the browser allows: asked again whenever the page is looked at again. */

import { useEffect, useState } from "react";

/** can: whether this browser knows how; on: whether the screen stays awake now. */
export function useAwake(wanted: boolean): { can: boolean; on: boolean } {
  const can = "wakeLock" in navigator;
  const [on, setOn] = useState(false);
  useEffect(() => {
    if (!wanted || !can) return setOn(false);
    let lock: WakeLockSentinel | null = null;
    let here = true;
    const ask = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (!here) return void lock.release();
        setOn(true);
        lock.addEventListener("release", () => here && setOn(false));
      } catch {
        // A low battery may forbid it: it is said as off.
        if (here) setOn(false);
      }
    };
    void ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      here = false;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, [wanted, can]);
  return { can, on };
}
