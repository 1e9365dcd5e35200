/** The logbook, and how sets did before. */

import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { Refused } from "../../domain/refused";
import { KEYS } from "../cache";
import { renew } from "../renew";

const LOGBOOK = ["logbook"] as const;

/** Takes, the latest first, a part at a time; those that hold some words where any are sought. */
export function useLogbook(sought: string) {
  return useInfiniteQuery({
    queryKey: [...LOGBOOK, sought.trim()],
    queryFn: ({ pageParam, signal }) =>
      got(
        api.GET("/api/logbook", {
          params: { query: { sought: sought.trim(), ...(pageParam ? { after: pageParam } : {}) } },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => (last.more ? last.takes.at(-1)?.id : undefined),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}

/** Bring a logbook in from a file. */
export function useBringLogbook() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async (file: File) => {
      let book: Record<string, unknown>;
      try {
        book = JSON.parse(await file.text()) as Record<string, unknown>;
      } catch {
        throw new Refused(422, { detail: `${file.name} is not a JSON document.` });
      }
      return got(api.PUT("/api/logbook", { body: book }));
    },
    onSuccess: () => renew(cache, { queryKey: LOGBOOK }),
  });
}

/** How a set did in such light before. revision: of its scene, as what is alike changes with it. wanted: whether to ask. */
export function useBefore(setup_id: string, revision: number, wanted: boolean) {
  return useQuery({
    queryKey: [...KEYS.asked, "before", setup_id, revision],
    enabled: wanted,
    queryFn: ({ signal }) =>
      got(api.GET("/api/setups/{setup_id}/before", { params: { path: { setup_id } }, signal })),
    staleTime: 60_000,
  });
}
