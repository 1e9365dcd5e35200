/** Towns by what they are called. */

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { useRested } from "../rested";

const TYPED_MS = 150;

export function useTowns(sought: string) {
  const text = useRested(sought.trim(), TYPED_MS);
  return useQuery({
    queryKey: ["towns", text],
    enabled: text.length > 1,
    queryFn: ({ signal }) =>
      got(api.GET("/api/vocabulary/towns", { params: { query: { sought: text } }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
}
