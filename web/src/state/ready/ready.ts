/** A shoot's preparation, and cells and cards one by one. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { PieceSaid, ReadyView } from "../../domain/documents";
import { ticked } from "../../domain/ready/ready";
import { renew } from "../renew";

const READY = "ready";
const STOCK = ["stock"] as const;
const keyOf = (shoot_id: string) => [READY, shoot_id] as const;

export function useReady(shoot_id: string) {
  return useQuery({
    queryKey: keyOf(shoot_id),
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/ready", { params: { path: { shoot_id } }, signal })),
    staleTime: 0,
  });
}

/** Ticks and own lines. */
export function useReadyActs(shoot_id: string) {
  const cache = useQueryClient();
  const key = keyOf(shoot_id);
  const answered = (ready: ReadyView) => cache.setQueryData(key, ready);
  const scope = { id: `ready ${shoot_id}` };
  const tick = useMutation({
    scope,
    mutationFn: (wish: { key: string; done: boolean }) =>
      got(api.PUT("/api/shoots/{shoot_id}/ready/ticks", { params: { path: { shoot_id } }, body: wish })),
    onSuccess: answered,
    onError: () => cache.invalidateQueries({ queryKey: key }),
  });
  const write = useMutation({
    scope,
    mutationFn: ({ id, text }: { id: string; text: string }) =>
      got(
        api.PUT("/api/shoots/{shoot_id}/ready/lines/{line_id}", {
          params: { path: { shoot_id, line_id: id } },
          body: { text },
        }),
      ),
    onSuccess: answered,
  });
  const strike = useMutation({
    scope,
    mutationFn: (id: string) =>
      got(
        api.DELETE("/api/shoots/{shoot_id}/ready/lines/{line_id}", {
          params: { path: { shoot_id, line_id: id } },
        }),
      ),
    onSuccess: answered,
  });
  return {
    write: write.mutate,
    strike: strike.mutate,
    /** Shown at once; asked of the service in its turn. */
    tick: (wish: { key: string; done: boolean }) => {
      // A preparation asked for before this must not come in after it.
      cache.cancelQueries({ queryKey: key });
      const before = cache.getQueryData<ReadyView>(key);
      if (before) cache.setQueryData(key, ticked(before, wish.key, wish.done));
      tick.mutate(wish);
    },
    error: tick.error ?? write.error ?? strike.error,
  };
}

/** Every cell and card of the bag, one by one. */
export function useStock() {
  return useQuery({
    queryKey: STOCK,
    queryFn: ({ signal }) => got(api.GET("/api/kit/stock", { signal })),
    staleTime: 0,
  });
}

/** Say how a cell or card stands; number 0 stands for all of its kind. */
export function useSayPiece() {
  const cache = useQueryClient();
  return useMutation({
    scope: { id: "pieces" },
    mutationFn: ({ key, ...said }: { key: string } & PieceSaid) =>
      got(api.PUT("/api/kit/stock/{key}", { params: { path: { key } }, body: said })),
    onSuccess: (stock) => {
      cache.setQueryData(STOCK, stock);
      return renew(cache, { queryKey: [READY] });
    },
  });
}
