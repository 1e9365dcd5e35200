/** Copies of scenes and shoots, to be changed into the next. */

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { KEYS } from "../cache";
import { renew } from "../renew";

/** Copy a scene: to the end of its own shoot, or of another under another name. */
export function useCopyScene() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({ scene_id, ...wish }: { scene_id: string; shoot_id?: string; name?: string }) =>
      got(api.POST("/api/scenes/{scene_id}/copy", { params: { path: { scene_id } }, body: wish })),
    onSuccess: (made) => {
      cache.setQueryData(KEYS.scene(made.id), made);
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

export function useCopyShoot(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (day: string | null) =>
      got(api.POST("/api/shoots/{shoot_id}/copy", { params: { path: { shoot_id } }, body: { day } })),
    onSuccess: () => renew(cache, { queryKey: KEYS.shoots }),
  });
}
