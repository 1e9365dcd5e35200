/** Who is signed in. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../client/client";
import type { Habits, WhoAmI } from "../domain/documents";
import { likely, setHabits } from "../domain/habits";
import { askShoots, KEYS } from "./queries";
import { renew } from "./renew";

export type Entered = { name: string; email: string; password: string; invitation: string };

export function useSession() {
  return useQuery({
    queryKey: KEYS.session,
    queryFn: async () => {
      const who = await got(api.GET("/api/session"));
      return greeted(who.demo && who.name === null ? await got(api.POST("/api/session/demo")) : who);
    },
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
      cache.setQueryData<WhoAmI>(KEYS.session, (who) => who && { ...who, habits: chosen });
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
    onSuccess: (who) => cache.setQueryData(KEYS.session, greeted(who)),
  });
}

export function useSignOut() {
  return useMutation({
    mutationFn: () => got(api.DELETE("/api/session")),
    // A fresh page: nothing of the account stays in memory.
    onSuccess: () => window.location.assign("/"),
  });
}
