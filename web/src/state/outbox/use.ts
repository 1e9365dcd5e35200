/** The outbox of whoever is signed in, for places. */

import { useMemo, useSyncExternalStore } from "react";
import { client } from "../queries";
import { worldOf } from "./intents";
import { type Lane, Outbox } from "./outbox";
import { shelfOf } from "./shelf";

let open: { account: string; outbox: Outbox } | null = null;

/** The outbox of an account; what earlier pages left in it is sent. */
export function openOutbox(account: string): Outbox {
  if (open?.account !== account) {
    const outbox = new Outbox({
      ...worldOf(client),
      shelf: localStorage,
      shelfKey: shelfOf(account, localStorage),
      now: () => performance.now(),
      later: (run, ms) => setTimeout(run, ms),
    });
    window.addEventListener("online", () => outbox.resume());
    outbox.resume();
    open = { account, outbox };
  }
  return open.outbox;
}

export function outbox(): Outbox {
  if (!open) throw new Error("nobody is signed in");
  return open.outbox;
}

/** How a lane stands, as it changes. */
export function useLane(name: string): Lane {
  const box = useMemo(outbox, []);
  return useSyncExternalStore(box.subscribe, () => box.lane(name));
}
