/** The account's own places. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got, type PlaceRequest } from "../api/client";
import { renew } from "./renew";

const KEY = ["places"];

export function usePlaces() {
  return useQuery({ queryKey: KEY, queryFn: () => got(api.GET("/api/places")) });
}

function usePlaceAct<Given, Answer>(act: (given: Given) => Promise<Answer>) {
  const cache = useQueryClient();
  return useMutation({ mutationFn: act, onSuccess: () => renew(cache, { queryKey: KEY }) });
}

export function useAddPlace() {
  return usePlaceAct((place: PlaceRequest) => got(api.POST("/api/places", { body: place })));
}

export function useDeletePlace() {
  return usePlaceAct((place_id: string) =>
    got(api.DELETE("/api/places/{place_id}", { params: { path: { place_id } } })),
  );
}
