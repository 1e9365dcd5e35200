/** Copies of scenes and shoots, to be changed into the next. */

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../client/client";
import { KEYS } from "./queries";
import { renew } from "./renew";

export function useCopyScene(scene_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => got(api.POST("/api/scenes/{scene_id}/copy", { params: { path: { scene_id } } })),
    onSuccess: (made) => {
      cache.setQueryData(KEYS.scene(made.id), made);
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

export function useCopyShoot(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => got(api.POST("/api/shoots/{shoot_id}/copy", { params: { path: { shoot_id } } })),
    onSuccess: () => renew(cache, { queryKey: KEYS.shoots }),
  });
}
