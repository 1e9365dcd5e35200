/** The account's own places. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { PlaceRequest } from "../../domain/documents";
import { useNextId } from "../ids";
import { renew } from "../renew";

const KEY = ["places"];

export function usePlaces() {
  return useQuery({ queryKey: KEY, queryFn: () => got(api.GET("/api/places")) });
}

function usePlaceAct<Given, Answer>(act: (given: Given) => Promise<Answer>) {
  const cache = useQueryClient();
  return useMutation({ mutationFn: act, onSuccess: () => renew(cache, { queryKey: KEY }) });
}

export function useAddPlace() {
  const next = useNextId();
  return usePlaceAct(async (place: PlaceRequest) => {
    const added = await got(api.POST("/api/places", { body: { ...place, id: next.id() } }));
    next.made();
    return added;
  });
}

export function useDeletePlace() {
  return usePlaceAct((place_id: string) =>
    got(api.DELETE("/api/places/{place_id}", { params: { path: { place_id } } })),
  );
}
