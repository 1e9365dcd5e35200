/** Shoots are made, and changed. */

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { ShootRequest, ShootView } from "../../domain/documents";
import { KEYS } from "../cache";
import { useBegun } from "../edits";
import { useNextId } from "../ids";
import { renew } from "../renew";

export function useAddShoot() {
  const cache = useQueryClient();
  const next = useNextId();
  return useMutation({
    mutationFn: (shoot: ShootRequest) => got(api.POST("/api/shoots", { body: { ...shoot, id: next.id() } })),
    onSuccess: () => {
      next.made();
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

export function useChangeShoot(shown: ShootView) {
  const cache = useQueryClient();
  const shoot_id = shown.id;
  const begun = useBegun<ShootRequest>(() => factsOf(shown));
  return useMutation({
    mutationFn: (shoot: ShootRequest) =>
      got(
        api.PUT("/api/shoots/{shoot_id}", {
          params: { path: { shoot_id } },
          body: { ...shoot, before: begun.before() },
        }),
      ),
    onError: begun.refused,
    onSuccess: () => {
      begun.kept();
      renew(cache, { queryKey: KEYS.shoots });
      renew(cache, { queryKey: KEYS.shoot(shoot_id) });
      renew(cache, { queryKey: KEYS.day(shoot_id) });
    },
  });
}

const factsOf = (shoot: ShootView): ShootRequest => ({
  name: shoot.name,
  place: shoot.place,
  day: shoot.day,
  school: shoot.school,
  latitude_deg: shoot.latitude_deg,
  longitude_deg: shoot.longitude_deg,
  cloud_okta: shoot.cloud_okta,
  travel_minutes: shoot.travel_minutes,
});
