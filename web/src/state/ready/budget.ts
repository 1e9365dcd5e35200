/** What a day is short of and what makes up for it; what budgets rest on. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { Remedy, Upkeep } from "../../domain/documents";
import { choosePin } from "../bench/acts";
import { KEYS } from "../cache";
import { refreshKit } from "../kit/kit";
import { renew } from "../renew";

const SHORTAGES = "shortages";

/** What would make up for what a day is short of. mark: what the day hangs on; asked anew where that changes. */
export function useShortages(shoot_id: string, mark: string, wanted: boolean) {
  return useQuery({
    queryKey: [SHORTAGES, shoot_id, mark],
    enabled: wanted,
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/shortages", { params: { path: { shoot_id } }, signal })),
    placeholderData: (before) => before,
  });
}

/** Take a remedy: a value onto its camera, or more into the bag, as still to be bought. */
export function useTakeRemedy(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async ({ setup_id, remedy }: { setup_id: string | null; remedy: Remedy }) => {
      if (remedy.item) return got(api.POST("/api/kit/bag/several", { body: { items: [remedy.item] } }));
      if (setup_id && remedy.setting && remedy.value != null)
        return choosePin(setup_id, remedy.setting, remedy.value);
      return null;
    },
    onSuccess: (_, { remedy }) => {
      if (remedy.item) return refreshKit(cache);
      renew(cache, { queryKey: ["scene"] });
      renew(cache, { queryKey: KEYS.shoots });
      renew(cache, { queryKey: KEYS.day(shoot_id) });
    },
  });
}

const UPKEEP = ["upkeep"] as const;

export function useUpkeep() {
  return useQuery({
    queryKey: UPKEEP,
    queryFn: ({ signal }) => got(api.GET("/api/account/upkeep", { signal })),
  });
}

/** Have budgets rest on other figures; what is no number goes as it was typed, for the service to say so. */
export function useChangeUpkeep() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (wish: unknown) => got(api.PUT("/api/account/upkeep", { body: wish as Upkeep })),
    scope: { id: "upkeep" },
    onSuccess: (kept) => {
      cache.setQueryData(UPKEEP, kept);
      renew(cache, { queryKey: ["day"] });
      renew(cache, { queryKey: KEYS.shoots });
      renew(cache, { queryKey: [SHORTAGES] });
    },
  });
}
