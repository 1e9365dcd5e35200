/** The kit: cameras, their mode tables and strengths, the bag. */

import { type QueryClient, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { DeviceView } from "../../domain/documents";
import type { BagItem } from "../../domain/kit/bag";
import { KEYS } from "../cache";
import { useBegun } from "../edits";
import { renew } from "../renew";

/**
 * Everything that is told or planned from a kit; a camera's own document stays as it was just set.
 * gone: ids of cameras that are not there any more, about which nothing is asked.
 */
export function refreshKit(
  cache: QueryClient,
  { kept, gone = [] }: { kept?: string; gone?: string[] } = {},
): void {
  renew(cache, {
    predicate: ({ queryKey: [first, second] }) =>
      !["session", "vocabulary"].includes(String(first)) &&
      !(first === "device" && second === kept) &&
      !gone.includes(String(second)),
  });
}

/** What undo and redo of the kit would do. */
export function useKitHistory() {
  return useQuery({ queryKey: ["kit-history"], queryFn: () => got(api.GET("/api/kit/history")) });
}

export function useKitStep() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (way: "undo" | "redo") =>
      got(way === "undo" ? api.POST("/api/kit/undo") : api.POST("/api/kit/redo")),
    onSuccess: async () => {
      const before = cache.getQueryData<DeviceView[]>(KEYS.devices) ?? [];
      const queryFn = () => got(api.GET("/api/kit/devices"));
      const after = await cache.fetchQuery({ queryKey: KEYS.devices, queryFn, staleTime: 0 });
      const there = new Set(after.map((one) => one.id));
      refreshKit(cache, { gone: before.map((one) => one.id).filter((id) => !there.has(id)) });
    },
  });
}

/** A new camera from a template. */
export function useFromTemplate() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (template: string) =>
      got(api.POST("/api/kit/devices/from/{template}", { params: { path: { template } } })),
    onSuccess: () => refreshKit(cache),
  });
}

/** What is known to be on a camera now, by preset slot. */
export function useDialled(device_id: string) {
  return useQuery({
    queryKey: ["dialled", device_id],
    queryFn: ({ signal }) =>
      got(api.GET("/api/kit/devices/{device_id}/dialled", { params: { path: { device_id } }, signal })),
  });
}

export function useForgetSlot(device_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (slot: number) =>
      got(
        api.DELETE("/api/kit/devices/{device_id}/dialled/{slot}", { params: { path: { device_id, slot } } }),
      ),
    onSuccess: () => refreshKit(cache),
  });
}

/** What each thing in the bag is to a scene on a camera. */
export function useSceneBag(setup_id: string | null) {
  return useQuery({
    queryKey: ["scene-bag", setup_id],
    enabled: setup_id !== null,
    queryFn: ({ signal }) =>
      got(api.GET("/api/setups/{setup_id}/bag", { params: { path: { setup_id: setup_id ?? "" } }, signal })),
  });
}

export function useDevice(device_id: string) {
  return useQuery({
    queryKey: ["device", device_id],
    queryFn: ({ signal }) =>
      got(api.GET("/api/kit/devices/{device_id}", { params: { path: { device_id } }, signal })),
  });
}

export function useStrengths(device_id: string | null) {
  return useQuery({
    queryKey: ["strengths", device_id],
    enabled: device_id !== null,
    queryFn: ({ signal }) =>
      got(
        api.GET("/api/kit/devices/{device_id}/strengths", {
          params: { path: { device_id: device_id ?? "" } },
          signal,
        }),
      ),
  });
}

/** What knowing the assumed figures of a camera would change; it takes a few plans to answer. */
export function useMattering(device_id: string, wanted: boolean) {
  return useQuery({
    queryKey: ["mattering", device_id],
    enabled: wanted,
    queryFn: ({ signal }) =>
      got(api.GET("/api/kit/devices/{device_id}/mattering", { params: { path: { device_id } }, signal })),
  });
}

export function useWarnings(device_id: string) {
  return useQuery({
    queryKey: ["warnings", device_id],
    queryFn: ({ signal }) =>
      got(api.GET("/api/kit/devices/{device_id}/warnings", { params: { path: { device_id } }, signal })),
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
    onSuccess: () => renew(cache),
  });
}

/** Keep an item of the bag, or take it out; everything planned with it is planned anew. */
export function usePutItem(shown: BagItem | null) {
  const cache = useQueryClient();
  const begun = useBegun<BagItem | null>(() => shown);
  return useMutation({
    mutationFn: (item: BagItem) => {
      const before = begun.before();
      return before === null
        ? got(api.PUT("/api/kit/bag", { body: item }))
        : got(api.PATCH("/api/kit/bag", { body: { before, after: item } }));
    },
    onError: begun.refused,
    onSuccess: () => {
      begun.kept();
      return renew(cache);
    },
  });
}

/** Scenes whose sets bring a thing of the bag; null: asks for nothing. */
export function useUses(key: string | null) {
  return useQuery({
    queryKey: ["uses", key],
    enabled: key !== null,
    queryFn: ({ signal }) =>
      got(api.GET("/api/kit/bag/{key}/uses", { params: { path: { key: key ?? "" } }, signal })),
  });
}

export function useDropItem() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (key: string) => got(api.DELETE("/api/kit/bag/{key}", { params: { path: { key } } })),
    onSuccess: () => renew(cache),
  });
}

export function useCopyDevice() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (device_id: string) =>
      got(api.POST("/api/kit/devices/{device_id}/copy", { params: { path: { device_id } } })),
    onSuccess: () => refreshKit(cache),
  });
}

export function useDeleteDevice() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (device_id: string) =>
      got(api.DELETE("/api/kit/devices/{device_id}", { params: { path: { device_id } } })),
    // What is still being asked of it would be answered with "not there".
    onMutate: (device_id) =>
      cache.cancelQueries({ predicate: ({ queryKey }) => queryKey.includes(device_id) }),
    // Not the camera's own queries: it is gone, and its page with it.
    onSuccess: () => {
      renew(cache, { queryKey: KEYS.devices });
      renew(cache, { queryKey: ["kit-history"] });
    },
  });
}
