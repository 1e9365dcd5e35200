/** The kit: cameras, their mode tables and strengths, the bag. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../api/client";
import type { BagItem } from "../domain/bag";

export function useDevice(device_id: string) {
  return useQuery({
    queryKey: ["device", device_id],
    queryFn: () => got(api.GET("/api/kit/devices/{device_id}", { params: { path: { device_id } } })),
  });
}

export function useStrengths(device_id: string | null) {
  return useQuery({
    queryKey: ["strengths", device_id],
    enabled: device_id !== null,
    queryFn: () =>
      got(
        api.GET("/api/kit/devices/{device_id}/strengths", {
          params: { path: { device_id: device_id ?? "" } },
        }),
      ),
  });
}

export function useWarnings(device_id: string) {
  return useQuery({
    queryKey: ["warnings", device_id],
    queryFn: () => got(api.GET("/api/kit/devices/{device_id}/warnings", { params: { path: { device_id } } })),
  });
}

export function useBag() {
  return useQuery({ queryKey: ["bag"], queryFn: () => got(api.GET("/api/kit/bag")) });
}

/** Put another mode table, a CSV file, into a camera; everything planned on it is planned anew. */
export function useReplaceModes(device_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async (file: File) =>
      got(
        api.PUT("/api/kit/devices/{device_id}/modes", {
          params: { path: { device_id } },
          body: { csv: await file.text() },
        }),
      ),
    onSuccess: () => cache.invalidateQueries(),
  });
}

/** Keep an item of the bag, or take it out; everything planned with it is planned anew. */
export function usePutItem() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (item: BagItem) => got(api.PUT("/api/kit/bag", { body: item })),
    onSuccess: () => cache.invalidateQueries(),
  });
}

export function useDropItem() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (key: string) => got(api.DELETE("/api/kit/bag/{key}", { params: { path: { key } } })),
    onSuccess: () => cache.invalidateQueries(),
  });
}

export function useCopyDevice() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (device_id: string) =>
      got(api.POST("/api/kit/devices/{device_id}/copy", { params: { path: { device_id } } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["devices"] }),
  });
}

export function useDeleteDevice() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (device_id: string) =>
      got(api.DELETE("/api/kit/devices/{device_id}", { params: { path: { device_id } } })),
    // Not the camera's own queries: it is gone, and its page with it.
    onSuccess: () => cache.invalidateQueries({ queryKey: ["devices"] }),
  });
}
