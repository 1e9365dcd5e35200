/** Single keys while a place is shown. */

import { useEffect } from "react";
import { type Act, actOf, keysInForce } from "../domain/keys";

export function useKeys(acts: Partial<Record<Act, () => void>>): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const act = actOf(event, keysInForce());
      const run = act ? acts[act] : undefined;
      if (run) {
        event.preventDefault();
        run();
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
}
