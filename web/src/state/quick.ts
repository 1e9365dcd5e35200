/** Quick sums: which there are, and one worked out. */

import { useMutation, useQuery } from "@tanstack/react-query";
import { api, got } from "../client/client";
import type { paths } from "../domain/documents";
import { bodyOf, type SumValues } from "../domain/sums";

type Asked = paths["/api/vocabulary/sums"]["post"]["requestBody"]["content"]["application/json"];

export function useSums() {
  return useQuery({
    queryKey: ["sums"],
    queryFn: ({ signal }) => got(api.GET("/api/vocabulary/sums", { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** A sum with the values that were said; while another is worked out, the last one stays. */
export function useSum(key: string, values: SumValues) {
  return useQuery({
    queryKey: ["sum", key, values],
    queryFn: ({ signal }) =>
      got(api.POST("/api/vocabulary/sums", { signal, body: bodyOf(key, values) as Asked })),
    placeholderData: (before, asked) => (asked?.queryKey[1] === key ? before : undefined),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** Work a sum out once, for a button. */
export function useWorkOut() {
  return useMutation({
    mutationFn: (asked: Record<string, unknown>) =>
      got(api.POST("/api/vocabulary/sums", { body: asked as Asked })),
  });
}
