/** One's own account: password, sessions, everything out and in, leaving. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../client/client";
import type { OwnView } from "../domain/documents";
import { KEYS } from "./cache";
import { renew } from "./renew";

const ACCOUNT = ["account"];

export function useOwn() {
  return useQuery({ queryKey: ACCOUNT, queryFn: () => got(api.GET("/api/account")) });
}

/** An act on the account that answers with the account anew. */
function useOwnAct<Given>(act: (given: Given) => Promise<OwnView>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: act,
    onSuccess: (own) => {
      cache.setQueryData(ACCOUNT, own);
      return renew(cache, { queryKey: KEYS.session });
    },
  });
}

export const useChangePassword = () =>
  useOwnAct((change: { old: string; password: string }) =>
    got(api.PUT("/api/account/password", { body: change })),
  );

export const useSignOutElsewhere = () => useOwnAct(() => got(api.DELETE("/api/account/sessions")));

export const useSignOutOf = () =>
  useOwnAct((session_id: string) =>
    got(api.DELETE("/api/account/sessions/{session_id}", { params: { path: { session_id } } })),
  );

export const useLeave = () =>
  useOwnAct((password: string) => got(api.POST("/api/account/leave", { body: { password } })));

export const useStay = () => useOwnAct(() => got(api.POST("/api/account/stay")));
