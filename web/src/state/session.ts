/** Who is signed in. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../client/client";
import type { Habits, WhoAmI } from "../domain/documents";
import { likely, setHabits } from "../domain/habits";
import { Refused } from "../domain/refused";
import { askShoots, KEYS } from "./cache";
import { kept } from "./field/kept";
import { renew } from "./renew";
import { forgetLinks } from "./shoots/ownLinks";

export type Entered = { name: string; email: string; password: string; invitation: string };

/**
 * Who is here, and how: signed in; without a connection, so that it is who was here last; or with a session that has
 * run out, so that the field goes on and says so.
 */
export type Here = WhoAmI & { standing: "in" | "offline" | "expired" };

const LAST = "steady-tide.last";
/** As long an answer may take before whoever was here last is taken to be here still [ms]. */
const PATIENCE_MS = 4_000;
/** Answers from here on say that the service, or what stands before it, cannot answer now. */
const BROKEN = 500;

/** Who was signed in on this device last, and did not sign out. */
export function lastHere(): WhoAmI | null {
  try {
    return JSON.parse(localStorage.getItem(LAST) ?? "null") as WhoAmI | null;
  } catch {
    return null;
  }
}

function remember(who: WhoAmI): void {
  if (!who.email) return;
  localStorage.setItem(LAST, JSON.stringify(who));
  const owner = ownerOf(who.email);
  void kept()
    .then((shelf) => shelf?.forgetOthers(owner))
    .catch(() => undefined);
}

/** Whose things an account's are in the field's database. */
export const ownerOf = (email: string): string => `account ${email}`;

/** Whether the page that is asked for is the field's. */
export const inField = () => location.pathname === "/field" || location.pathname.startsWith("/field/");

function withoutNetwork(): Here | undefined {
  const last = navigator.onLine ? null : lastHere();
  return last ? { ...greeted(last), standing: "offline" } : undefined;
}

export function useSession() {
  return useQuery({
    queryKey: KEYS.session,
    queryFn: async ({ signal }): Promise<Here> => {
      const last = lastHere();
      const limit = last ? AbortSignal.any([signal, AbortSignal.timeout(PATIENCE_MS)]) : signal;
      try {
        const asked = await got(api.GET("/api/session", { signal: limit }));
        const who =
          asked.demo && asked.name === null
            ? await got(api.POST("/api/session/demo", { signal: limit }))
            : asked;
        if (who.name === null && last && inField()) return { ...greeted(last), standing: "expired" };
        remember(who);
        return { ...greeted(who), standing: "in" };
      } catch (error) {
        if (!last || signal.aborted || (error instanceof Refused && error.status < BROKEN)) throw error;
        return { ...greeted(last), standing: "offline" };
      }
    },
    // Without a connection nothing is waited for: whoever was here last is.
    initialData: withoutNetwork,
    networkMode: "always",
    retry: (count, error) => !(error instanceof Refused) && lastHere() === null && count < 3,
    refetchOnReconnect: ({ state }) => (state.data?.standing === "in" ? false : "always"),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** From now on quantities are told as they wish who is signed in, or as this browser's language lets one guess. */
function greeted(who: WhoAmI): WhoAmI {
  const { hour12 = false } = new Intl.DateTimeFormat(undefined, { hour: "numeric" }).resolvedOptions();
  setHabits(who.habits ?? likely(navigator.language, hour12));
  if (who.name !== null && location.pathname === "/") askShoots();
  return who;
}

/** Have quantities told otherwise. What was told before is asked again, since its words are by the old habits. */
export function useChooseHabits() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (wish: Habits) => got(api.PUT("/api/account/habits", { body: wish })),
    onSuccess: (chosen) => {
      setHabits(chosen);
      cache.setQueryData<Here>(KEYS.session, (who) => who && { ...who, habits: chosen });
      cache.removeQueries({ type: "inactive" });
      return renew(cache, { predicate: ({ queryKey: [first] }) => first !== KEYS.session[0] });
    },
  });
}

/** Sign in, or make an account where a name is given. */
export function useEnter() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({ joining, typed }: { joining: boolean; typed: Entered }) =>
      joining
        ? got(api.POST("/api/session/accounts", { body: typed }))
        : got(api.POST("/api/session", { body: { email: typed.email, password: typed.password } })),
    onSuccess: (who) => {
      remember(who);
      cache.setQueryData<Here>(KEYS.session, { ...greeted(who), standing: "in" });
    },
  });
}

export function useSignOut() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      // What is being asked for would be refused once the account is closed here.
      await cache.cancelQueries();
      await got(api.DELETE("/api/session"));
      const last = lastHere();
      localStorage.removeItem(LAST);
      forgetLinks();
      // What is not sent yet stays, for whoever signs in as the same again.
      const shelf = await kept().catch(() => null);
      if (last?.email) await shelf?.forget(ownerOf(last.email)).catch(() => undefined);
    },
    // A fresh page: nothing of the account stays in memory.
    onSuccess: () => window.location.assign("/"),
  });
}
