/** Modes out of pasted lines, and a bag ticked off a list. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { BagItem } from "../../domain/kit/bag";
import { useRested } from "../rested";
import { refreshKit } from "./kit";

const REST_MS = 300;

export function useUnderstood(text: string) {
  const pasted = useRested(text, REST_MS);
  return useQuery({
    queryKey: ["understood", pasted],
    enabled: pasted.trim() !== "",
    queryFn: ({ signal }) => got(api.POST("/api/kit/specification", { signal, body: { text: pasted } })),
  });
}

/** Modes of a specification into a camera; beside: those it has stay. */
export function useTakeSpecification(device_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (pasted: { text: string; beside: boolean; without: string[] }) =>
      got(
        api.PUT("/api/kit/devices/{device_id}/specification", {
          params: { path: { device_id } },
          body: pasted,
        }),
      ),
    onSuccess: () => refreshKit(cache),
  });
}

/** Usual things for a camera. */
export function useOrdinary(device_id: string) {
  return useQuery({
    queryKey: ["ordinary", device_id],
    enabled: device_id !== "",
    queryFn: ({ signal }) =>
      got(api.GET("/api/kit/devices/{device_id}/ordinary", { params: { path: { device_id } }, signal })),
  });
}

export function usePutSeveral() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (items: BagItem[]) => got(api.POST("/api/kit/bag/several", { body: { items } })),
    onSuccess: () => refreshKit(cache),
  });
}
