/** Links by which a helper sees a shoot. The token of one made here is kept here, for the codes on what is printed. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { MadeLink } from "../../domain/documents";
import { renew } from "../renew";
import { shelfOf } from "./ownLinks";

const keyOf = (shoot_id: string) => ["links", shoot_id] as const;

function made(shoot_id: string): MadeLink | null {
  try {
    return JSON.parse(localStorage.getItem(shelfOf(shoot_id)) ?? "null") as MadeLink | null;
  } catch {
    return null;
  }
}

export function useLinks(shoot_id: string, wanted = true) {
  return useQuery({
    queryKey: keyOf(shoot_id),
    enabled: wanted,
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/links", { params: { path: { shoot_id } }, signal })),
  });
}

/** The link made in this browser, as long as it opens; null without one. */
export function useOwnLink(shoot_id: string): MadeLink | null {
  const own = made(shoot_id);
  const links = useLinks(shoot_id, own !== null);
  return own && links.data?.some((one) => one.id === own.id) ? own : null;
}

export function useMakeLink(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (body: { counts: boolean; days: number }) =>
      got(api.POST("/api/shoots/{shoot_id}/links", { params: { path: { shoot_id } }, body })),
    onSuccess: (link) => {
      localStorage.setItem(shelfOf(shoot_id), JSON.stringify(link));
      return renew(cache, { queryKey: keyOf(shoot_id) });
    },
  });
}

export function useCloseLink(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (link_id: string) =>
      got(api.DELETE("/api/shoots/{shoot_id}/links/{link_id}", { params: { path: { shoot_id, link_id } } })),
    onSuccess: (_, link_id) => {
      if (made(shoot_id)?.id === link_id) localStorage.removeItem(shelfOf(shoot_id));
      return renew(cache, { queryKey: keyOf(shoot_id) });
    },
  });
}

/** Throw away what came by a link: takes that nobody filmed, or far too many. */
export function useClearLink(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (link_id: string) =>
      got(
        api.DELETE("/api/shoots/{shoot_id}/links/{link_id}/entries", {
          params: { path: { shoot_id, link_id } },
        }),
      ),
    onSuccess: () => renew(cache, { queryKey: ["logbook"] }),
  });
}
