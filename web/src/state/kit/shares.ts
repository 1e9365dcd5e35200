/** Links that show a camera or the bag to others, and what others show. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { renew } from "../renew";
import { refreshKit } from "./kit";

/** What a link shows: a camera, or without one the bag. */
export type Wish = { device_id: string | null };

const SHARES = ["shares"] as const;

/** One's own open links to a thing. */
export function useShares({ device_id }: Wish) {
  return useQuery({
    queryKey: SHARES,
    queryFn: () => got(api.GET("/api/shares")),
    select: (all) => all.filter((one) => one.device_id === device_id),
  });
}

export function useShare({ device_id }: Wish) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () =>
      got(api.POST("/api/shares", { body: { kind: device_id ? "camera" : "bag", device_id } })),
    onSuccess: () => renew(cache, { queryKey: SHARES }),
  });
}

export function useCloseShare() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (share_id: string) =>
      got(api.DELETE("/api/shares/{share_id}", { params: { path: { share_id } } })),
    onSuccess: () => renew(cache, { queryKey: SHARES }),
  });
}

/** What somebody else shows by a link; without one, nothing is asked. */
export function useShared(link: string | null) {
  return useQuery({
    queryKey: ["shared", link],
    enabled: link !== null,
    queryFn: () => got(api.GET("/api/shared/{link}", { params: { path: { link: link ?? "" } } })),
  });
}

export function useTakeShared(link: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => got(api.POST("/api/shared/{link}/take", { params: { path: { link } } })),
    onSuccess: () => refreshKit(cache),
  });
}
