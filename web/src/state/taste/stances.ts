/** Schools and numbers of the account, and questions about a plan. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { SchoolView, Stance } from "../../domain/documents";
import { useBegun } from "../edits";
import { refreshKit } from "../kit/kit";
import { KEYS, useActing } from "../queries";
import { renew } from "../renew";
import { useRested } from "../rested";

export function useSchools() {
  return useQuery({ queryKey: ["schools"], queryFn: () => got(api.GET("/api/schools")) });
}

export function useSaveSchool(school: SchoolView) {
  const cache = useQueryClient();
  const begun = useBegun(() => ({ stance: school.stance, line: school.line }));
  return useMutation({
    mutationFn: ({ key, stance, line }: { key: string | null; stance: Stance; line: string }) =>
      key === null
        ? got(api.POST("/api/schools", { body: { stance, line } }))
        : got(
            api.PUT("/api/schools/{key}", {
              params: { path: { key } },
              body: { stance, line, before: begun.before() },
            }),
          ),
    onError: begun.refused,
    onSuccess: () => {
      begun.kept();
      return refreshKit(cache);
    },
  });
}

export function useDeleteSchool() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (key: string) => got(api.DELETE("/api/schools/{key}", { params: { path: { key } } })),
    onSuccess: () => refreshKit(cache),
  });
}

export function useUsualSchool() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (school: string) => got(api.PUT("/api/schools/usual", { body: { school } })),
    onSuccess: () => refreshKit(cache),
  });
}

export function useRules() {
  return useQuery({ queryKey: ["rules"], queryFn: () => got(api.GET("/api/rules")) });
}

export function useWeigh() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({ key, weight }: { key: string; weight: number | string | null }) =>
      got(
        api.PUT("/api/rules/{key}", { params: { path: { key } }, body: { weight: weight as number | null } }),
      ),
    onSuccess: () => refreshKit(cache),
  });
}

/** What one more pin would change; asked when a value is looked at. */
export function useWhatIf(setup_id: string, setting: string, value: string | number | null, made: string) {
  const acting = useActing();
  return useQuery({
    queryKey: [...KEYS.asked, "what-if", setup_id, setting, value, made],
    enabled: !acting && value !== null,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ({ signal }) =>
      got(
        api.POST("/api/setups/{setup_id}/what-if", {
          signal,
          params: { path: { setup_id } },
          body: { setting, value: value ?? "" },
        }),
      ),
  });
}

/** It takes several plans to answer: asked when the brief has rested this long. */
const REST_MS = 900;

export function useHangsOn(setup_id: string, brief: string, wanted: boolean) {
  const acting = useActing();
  const made = useRested(brief, REST_MS);
  return useQuery({
    queryKey: [...KEYS.asked, "hangs-on", setup_id, made],
    enabled: wanted && !acting,
    queryFn: ({ signal }) =>
      got(api.GET("/api/setups/{setup_id}/hangs-on", { params: { path: { setup_id } }, signal })),
  });
}

export function useMatch(scene_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => got(api.POST("/api/scenes/{scene_id}/match", { params: { path: { scene_id } } })),
    onSuccess: (answer) => {
      cache.setQueryData(KEYS.scene(scene_id), answer.scene);
      renew(cache, { queryKey: KEYS.shoots });
      renew(cache, { queryKey: ["card"] });
    },
  });
}

export function usePresets(shoot_id: string, wanted: boolean) {
  return useQuery({
    queryKey: ["presets", shoot_id],
    enabled: wanted,
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/presets", { params: { path: { shoot_id } }, signal })),
  });
}

export function useTakePresets(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (device_id: string) =>
      got(
        api.POST("/api/shoots/{shoot_id}/presets/{device_id}", { params: { path: { shoot_id, device_id } } }),
      ),
    onSuccess: () => refreshKit(cache),
  });
}
