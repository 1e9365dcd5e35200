/** Quick sums: which there are, and one worked out. */

import { useMutation, useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { api, got } from "../../client/client";
import type { paths, Worked } from "../../domain/documents";
import { bodyOf, type SumValues } from "../../domain/sums/sums";

type Asked = paths["/api/vocabulary/sums"]["post"]["requestBody"]["content"]["application/json"];

export function useSums() {
  return useQuery({
    queryKey: ["sums"],
    queryFn: ({ signal }) => got(api.GET("/api/vocabulary/sums", { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** A sum with the values that were said; while another is worked out, or is refused, the last answer stays. */
export function useSum(key: string, values: SumValues) {
  const last = useRef<Worked | undefined>(undefined);
  const asked = useQuery({
    queryKey: ["sum", key, values],
    queryFn: ({ signal }) =>
      got(api.POST("/api/vocabulary/sums", { signal, body: bodyOf(key, values) as Asked })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (asked.data) last.current = asked.data;
  return { answer: asked.data ?? last.current, error: asked.error };
}

/** Work a sum out once, for a button. */
export function useWorkOut() {
  return useMutation({
    mutationFn: (asked: Record<string, unknown>) =>
      got(api.POST("/api/vocabulary/sums", { body: asked as Asked })),
  });
}
