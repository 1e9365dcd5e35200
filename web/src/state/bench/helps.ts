/** What would help a scene, and taking it. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { ComeBy } from "../../domain/documents";
import { refreshKit } from "../kit/kit";
import { KEYS, useActing } from "../queries";
import { useRested } from "../rested";

/** It takes a few plans to answer: asked when the brief has rested this long. */
const REST_MS = 900;

export function useHelps(setup_id: string, brief: string, wanted: boolean) {
  const acting = useActing();
  const made = useRested(brief, REST_MS);
  return useQuery({
    queryKey: [...KEYS.asked, "helps", setup_id, made],
    enabled: wanted && !acting,
    queryFn: ({ signal }) =>
      got(api.GET("/api/setups/{setup_id}/helps", { params: { path: { setup_id } }, signal })),
  });
}

/** Take one: the bag and the scene change with it. */
export function useTakeHelp(setup_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({ key, come_by }: { key: string; come_by: ComeBy }) =>
      got(
        api.POST("/api/setups/{setup_id}/helps/{key}", {
          params: { path: { setup_id, key } },
          body: { come_by },
        }),
      ),
    onSuccess: (scene) => {
      cache.setQueryData(KEYS.scene(scene.id), scene);
      refreshKit(cache);
    },
  });
}

/** Which single things would help most scenes of a shoot. */
export function usePurchases(shoot_id: string | null) {
  return useQuery({
    queryKey: [...KEYS.asked, "purchases", shoot_id],
    enabled: shoot_id !== null,
    queryFn: ({ signal }) =>
      got(
        api.GET("/api/shoots/{shoot_id}/purchases", {
          params: { path: { shoot_id: shoot_id ?? "" } },
          signal,
        }),
      ),
  });
}
