/** Pictures of sets, asked for by what is wished; a newer wish drops the older one. */

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, got } from "../client/client";
import type { Wish } from "../domain/picture";
import { KEYS } from "./queries";

/** A picture for each wish. made: changes with the plan, so that no picture outlives it. */
export function usePictures(setup_id: string, wishes: Wish[], made: string, wanted = true) {
  return useQuery({
    queryKey: [...KEYS.asked, "pictures", setup_id, made, wishes],
    enabled: wanted && wishes.length > 0,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      got(
        api.POST("/api/setups/{setup_id}/pictures", {
          signal,
          params: { path: { setup_id } },
          body: { wishes },
        }),
      ),
  });
}

/** The latest of some addresses whose image is there; one that is no longer wanted is dropped on its way. */
export function useArrived(address: string | null): { shown: string | null; late: boolean } {
  const [shown, setShown] = useState<string | null>(null);
  useEffect(() => {
    if (address === null) return;
    const image = new Image();
    image.onload = () => setShown(address);
    image.src = address;
    return () => {
      image.onload = null;
      image.src = "";
    };
  }, [address]);
  return { shown, late: shown !== address };
}
