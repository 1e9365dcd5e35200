/** Clips of a shoot, asked again while something of them is being worked on. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, got } from "../client/client";
import { atWork } from "../domain/footage";
import { callOffJob } from "./jobs";
import { renew } from "./renew";
import { onArrival } from "./sending";

const LOOK_MS = 1_000;

const footageKey = (shoot_id: string) => ["footage", shoot_id] as const;
const clipKey = (clip_id: string) => ["clip", clip_id] as const;
const inPath = (clip_id: string) => ({ params: { path: { clip_id } } });

/** The clips of a shoot, asked for again when one has arrived. */
export function useFootage(shoot_id: string) {
  const cache = useQueryClient();
  useEffect(() => onArrival((shoot) => renew(cache, { queryKey: footageKey(shoot) })), [cache]);
  return useQuery({
    queryKey: footageKey(shoot_id),
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/footage", { params: { path: { shoot_id } }, signal })),
    refetchInterval: ({ state }) =>
      state.data && atWork([...state.data.clips, ...state.data.loose]) ? LOOK_MS : false,
  });
}

export function useClip(clip_id: string) {
  return useQuery({
    queryKey: clipKey(clip_id),
    queryFn: ({ signal }) => got(api.GET("/api/clips/{clip_id}", { ...inPath(clip_id), signal })),
    refetchInterval: ({ state }) => (state.data && atWork([state.data.clip]) ? LOOK_MS : false),
  });
}

/** How far a clip is read; asked while it is. */
export function useReadingJob(job_id: string | null, wanted: boolean) {
  return useQuery({
    queryKey: ["job", job_id],
    enabled: wanted && job_id !== null,
    queryFn: () => got(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: job_id ?? "" } } })),
    refetchInterval: ({ state }) => (state.data?.ended ? false : LOOK_MS),
  });
}

/** What is done with a clip; whatever shows it is asked for again. */
export function useClipActs(shoot_id: string) {
  const cache = useQueryClient();
  const again = () => renew(cache, { queryKey: footageKey(shoot_id) });
  const move = useMutation({
    mutationFn: ({ clip_id, setup_id }: { clip_id: string; setup_id: string | null }) =>
      got(api.PUT("/api/clips/{clip_id}/setup", { ...inPath(clip_id), body: { setup_id } })),
    onSuccess: (detail) => {
      cache.setQueryData(clipKey(detail.clip.id), detail);
      again();
    },
  });
  const remove = useMutation({
    mutationFn: (clip_id: string) => got(api.DELETE("/api/clips/{clip_id}", inPath(clip_id))),
    onSuccess: again,
  });
  const bringBack = useMutation({
    mutationFn: (clip_id: string) => got(api.POST("/api/clips/{clip_id}/bring-back", inPath(clip_id))),
    onSuccess: again,
  });
  const callOff = useMutation({ mutationFn: callOffJob, onSuccess: again });
  return { move, remove, bringBack, callOff };
}

/** Files that are half here: sent by this browser or another, to be gone on with. */
export function useHalfHere() {
  return useQuery({ queryKey: ["uploads"], queryFn: () => got(api.GET("/api/uploads")) });
}
