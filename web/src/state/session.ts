/** Who is signed in. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../client/client";
import { KEYS } from "./queries";

export type Entered = { name: string; email: string; password: string; invitation: string };

export function useSession() {
  return useQuery({
    queryKey: KEYS.session,
    queryFn: async () => {
      const who = await got(api.GET("/api/session"));
      return who.demo && who.name === null ? got(api.POST("/api/session/demo")) : who;
    },
    staleTime: Number.POSITIVE_INFINITY,
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
    onSuccess: (who) => cache.setQueryData(KEYS.session, who),
  });
}

export function useSignOut() {
  return useMutation({
    mutationFn: () => got(api.DELETE("/api/session")),
    // A fresh page: nothing of the account stays in memory.
    onSuccess: () => window.location.assign("/"),
  });
}
