/** The made-up shoot: a copy to look around in, and throwing it away. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { refreshKit } from "../kit/kit";

export function useMadeUp() {
  return useQuery({ queryKey: ["made-up"], queryFn: () => got(api.GET("/api/shoots/made-up")) });
}

export function useLookAround() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => got(api.POST("/api/shoots/made-up")),
    onSuccess: () => refreshKit(cache),
  });
}

export function useDiscard() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => got(api.DELETE("/api/shoots/made-up")),
    onSuccess: () => refreshKit(cache),
  });
}
