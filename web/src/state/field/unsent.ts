/** What waits to be sent on this device, for places outside the field. */

import { useEffect, useState } from "react";
import { lastHere, ownerOf } from "../session";
import { kept } from "./kept";

const waitingHere = async () => (await kept())?.waiting();

/** How much of whoever is signed in is not sent yet. */
export async function unsentHere(): Promise<number> {
  const email = lastHere()?.email;
  const all = await waitingHere().catch(() => null);
  return (email && all?.get(ownerOf(email))) || 0;
}

/** How many notes of accounts wait here for somebody to sign in again, whosesoever. */
export function useWaitingHere(): number {
  const [count, setCount] = useState(0);
  useEffect(() => {
    void waitingHere()
      .then((all) => {
        const accounts = [...(all ?? [])].filter(([owner]) => owner.startsWith("account "));
        setCount(accounts.reduce((sum, [, many]) => sum + many, 0));
      })
      .catch(() => undefined);
  }, []);
  return count;
}
