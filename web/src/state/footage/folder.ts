/** Footage on the machine of the service: what is in a folder, and reading some of it there. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import { renew } from "../renew";
import { footageKey } from "./footage";

const FOLDER = ["folder"] as const;

export function useFolder(at: string) {
  return useQuery({
    queryKey: [...FOLDER, at],
    queryFn: () => got(api.GET("/api/folder", { params: { query: { at } } })),
  });
}

/** Read files where they lie, by their names from the account's folder on. */
export function useReadInPlace(shoot_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (files: string[]) =>
      got(api.POST("/api/shoots/{shoot_id}/folder", { params: { path: { shoot_id } }, body: { files } })),
    onSuccess: () => {
      renew(cache, { queryKey: FOLDER });
      renew(cache, { queryKey: footageKey(shoot_id) });
    },
  });
}
