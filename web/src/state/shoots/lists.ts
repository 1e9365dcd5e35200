/** Lists of shoots: a part at a time, and those that hold some words. */

import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { KEYS } from "../cache";

/** How many shoots come at a time. */
export const PAGE = 8;

/** Shoots, newest first, a part at a time: at hand, put away, or those that hold some words. */
export function useShootPages(sought: string, away: boolean) {
  const holds = sought.trim();
  const which = holds ? { sought: holds } : { away };
  return useInfiniteQuery({
    queryKey: [...KEYS.shoots, "pages", which],
    queryFn: ({ pageParam, signal }) =>
      got(
        api.GET("/api/shoots", {
          params: { query: { ...which, most: PAGE, ...(pageParam ? { after: pageParam } : {}) } },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => (last.length === PAGE ? last.at(-1)?.id : undefined),
    placeholderData: keepPreviousData,
  });
}

/** Shoots that hold some words, asked of the service; none while nothing is sought. */
export function useSought(sought: string) {
  const words = sought.trim();
  return useQuery({
    queryKey: [...KEYS.shoots, "sought", words],
    enabled: words.length > 1,
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots", { params: { query: { sought: words, most: 20 } }, signal })),
    placeholderData: keepPreviousData,
  });
}
