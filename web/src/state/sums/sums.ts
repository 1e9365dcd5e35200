/** Quick sums: a text that may be one, and its answer. */

import { useQuery } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { useRested } from "../rested";

const REST_MS = 150;
const LONGEST = 80;

/** The answer; nothing where the text has no number or is no sum. */
export function useSum(typed: string) {
  const text = useRested(typed.trim(), REST_MS);
  return useQuery({
    queryKey: ["vocabulary", "sum", text],
    enabled: /\d/.test(text) && text.length <= LONGEST,
    retry: false,
    queryFn: ({ signal }) => got(api.GET("/api/vocabulary/sum", { params: { query: { text } }, signal })),
  });
}
