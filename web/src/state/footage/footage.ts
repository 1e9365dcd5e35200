/** Clips of a shoot, asked again while something of them is being worked on. */

import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo } from "react";
import { api, got } from "../../client/client";
import type { ClipDetail, LessonsView, PairVerdict, Selects, Setting } from "../../domain/documents";
import { atWork, joined } from "../../domain/footage/footage";
import { choosePin } from "../bench/acts";
import { KEYS } from "../cache";
import { useChanges } from "../changes";
import { callOffJob } from "../jobs";
import { refreshKit } from "../kit/kit";
import { renew } from "../renew";
import { onArrival } from "./sending";

export const footageKey = (shoot_id: string) => ["footage", shoot_id] as const;
const LESSONS = ["lessons"] as const;
const clipKey = (clip_id: string) => ["clip", clip_id] as const;
const inPath = (clip_id: string) => ({ params: { path: { clip_id } } });

/** How many clips come at a time. */
const PAGE = 60;

/** The clips of a shoot, a part at a time, asked for again when one has arrived. */
export function useFootage(shoot_id: string) {
  const cache = useQueryClient();
  useEffect(() => onArrival((shoot) => renew(cache, { queryKey: footageKey(shoot) })), [cache]);
  const answer = useInfiniteQuery({
    queryKey: [...footageKey(shoot_id), "pages"],
    queryFn: ({ pageParam, signal }) =>
      got(
        api.GET("/api/shoots/{shoot_id}/footage", {
          params: { path: { shoot_id }, query: { most: PAGE, ...(pageParam ? { after: pageParam } : {}) } },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => last.after ?? undefined,
  });
  const { data, refetch } = answer;
  const footage = useMemo(() => joined(data?.pages ?? []), [data]);
  const look = useCallback(() => void refetch(), [refetch]);
  useChanges((footage?.told.waiting ?? 0) > 0, look);
  return { ...answer, footage };
}

export function useClip(clip_id: string) {
  const answer = useQuery({
    queryKey: clipKey(clip_id),
    queryFn: ({ signal }) => got(api.GET("/api/clips/{clip_id}", { ...inPath(clip_id), signal })),
  });
  const { data, refetch } = answer;
  const look = useCallback(() => void refetch(), [refetch]);
  useChanges(data !== undefined && atWork([data.clip]), look);
  return answer;
}

/** How far a clip is read; asked while it is. */
export function useReadingJob(job_id: string | null, wanted: boolean) {
  const asked = wanted && job_id !== null;
  const answer = useQuery({
    queryKey: ["job", job_id],
    enabled: asked,
    queryFn: () => got(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: job_id ?? "" } } })),
  });
  const { data, refetch } = answer;
  const look = useCallback(() => void refetch(), [refetch]);
  useChanges(asked && !data?.ended, look);
  return answer;
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
  const pick = useMutation({
    mutationFn: ({ clip_id, selects }: { clip_id: string; selects: Selects }) =>
      got(api.PUT("/api/clips/{clip_id}/selects", { ...inPath(clip_id), body: selects })),
    onSuccess: (clip) => {
      cache.setQueryData<ClipDetail>(clipKey(clip.id), (detail) => (detail ? { ...detail, clip } : detail));
      renew(cache, { queryKey: LESSONS });
      again();
    },
  });
  const noteDialled = useMutation({
    mutationFn: ({ clip_id, setting, value }: { clip_id: string; setting: Setting; value: string }) =>
      got(api.PUT("/api/clips/{clip_id}/dialled", { ...inPath(clip_id), body: { setting, value } })),
    onSuccess: (detail) => cache.setQueryData(clipKey(detail.clip.id), detail),
  });
  const pin = useMutation({
    mutationFn: ({
      setup_id,
      setting,
      value,
    }: {
      setup_id: string;
      setting: string;
      value: string | number;
    }) => choosePin(setup_id, setting, value),
    onSuccess: () => {
      renew(cache, { queryKey: ["clip"] });
      renew(cache, { queryKey: KEYS.shoots });
    },
  });
  const tried = (detail: ClipDetail) => {
    cache.setQueryData(clipKey(detail.clip.id), detail);
    again();
  };
  const tryAgain = useMutation({
    mutationFn: (clip_id: string) => got(api.POST("/api/clips/{clip_id}/again", inPath(clip_id))),
    onSuccess: tried,
  });
  const holdAgain = useMutation({
    mutationFn: (clip_id: string) => got(api.POST("/api/clips/{clip_id}/hold", inPath(clip_id))),
    onSuccess: tried,
  });
  const tryAll = useMutation({
    mutationFn: () =>
      got(api.POST("/api/shoots/{shoot_id}/footage/again", { params: { path: { shoot_id } } })),
    onSuccess: again,
  });
  const callOff = useMutation({ mutationFn: callOffJob, onSuccess: again });
  return { move, remove, bringBack, callOff, pick, noteDialled, pin, tryAgain, holdAgain, tryAll };
}

/** Files that are half here: sent by this browser or another, to be gone on with. */
export function useHalfHere() {
  return useQuery({ queryKey: ["uploads"], queryFn: () => got(api.GET("/api/uploads")) });
}

/** The correction suggested for a clip. */
export function useGrade(clip_id: string, wanted: boolean) {
  return useQuery({
    queryKey: [...clipKey(clip_id), "grade"],
    enabled: wanted,
    queryFn: () => got(api.GET("/api/clips/{clip_id}/grade", inPath(clip_id))),
  });
}

const pairPath = (left_id: string, right_id: string) => ({ params: { path: { left_id, right_id } } });
const pairKey = (left: string, right: string) => ["pair", left, right] as const;

/** Two clips side by side. */
export function usePair(left: string, right: string) {
  return useQuery({
    queryKey: pairKey(left, right),
    queryFn: () => got(api.GET("/api/pairs/{left_id}/{right_id}", pairPath(left, right))),
  });
}

export function useJudgePair(left: string, right: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (body: PairVerdict) =>
      got(api.PUT("/api/pairs/{left_id}/{right_id}", { ...pairPath(left, right), body })),
    onSuccess: (pair) => cache.setQueryData(pairKey(left, right), pair),
  });
}

/** Sets marked to be tested for real that have clips by now. */
export function useTested(shoot_id: string) {
  return useQuery({
    queryKey: [...footageKey(shoot_id), "tested"],
    queryFn: () => got(api.GET("/api/shoots/{shoot_id}/footage/tested", { params: { path: { shoot_id } } })),
  });
}

/** What clips teach the kit. */
export function useLessons() {
  const cache = useQueryClient();
  const lessons = useQuery({ queryKey: LESSONS, queryFn: () => got(api.GET("/api/lessons")) });
  const done = {
    onSuccess: (all: LessonsView) => {
      cache.setQueryData(LESSONS, all);
      refreshKit(cache);
      renew(cache, { queryKey: ["clip"] });
    },
  };
  const take = useMutation({
    mutationFn: (key: string) => got(api.POST("/api/lessons", { body: { key } })),
    ...done,
  });
  const undo = useMutation({
    mutationFn: (lesson_id: string) =>
      got(api.DELETE("/api/lessons/{lesson_id}", { params: { path: { lesson_id } } })),
    ...done,
  });
  return { lessons, take, undo };
}
