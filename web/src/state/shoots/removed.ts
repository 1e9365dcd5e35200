/** What was deleted lately, and bringing it back; shoots put away. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { KEYS } from "../cache";
import { renew } from "../renew";

export function useRemoved() {
  return useQuery({ queryKey: KEYS.removed, queryFn: () => got(api.GET("/api/removed")) });
}

export function useBringBack() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (removed_id: string) =>
      got(api.POST("/api/removed/{removed_id}/back", { params: { path: { removed_id } } })),
    onSuccess: () => {
      renew(cache, { queryKey: KEYS.removed });
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

export function usePutAway(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (away: boolean) =>
      got(api.PUT("/api/shoots/{shoot_id}/put-away", { params: { path: { shoot_id } }, body: { away } })),
    onSuccess: () => renew(cache, { queryKey: KEYS.shoots }),
  });
}
