/** The day of a shoot: moving a scene shows at once; the service answers with its light and windows. */

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, type DayView, got, Refused } from "../api/client";
import { KEYS } from "./queries";

type Time = { scene_id: string; starts: number | null; ends: number | null };

export function useDay(shoot_id: string) {
  return useQuery({
    queryKey: ["day", shoot_id],
    queryFn: () => got(api.GET("/api/shoots/{shoot_id}/day", { params: { path: { shoot_id } } })),
  });
}

/**
 * Say when a scene is filmed. One question is on its way at a time and the newest always follows, so
 * that a scene dragged along is never thrown back by an older answer.
 */
export function useFilmAt(shoot_id: string) {
  const cache = useQueryClient();
  const key = ["day", shoot_id];
  const waiting = useRef<Time | null>(null);
  const busy = useRef(false);
  const [refused, setRefused] = useState<{ scene_id: string; words: string } | null>(null);
  const [keeping, setKeeping] = useState(false);

  const send = async () => {
    busy.current = true;
    setKeeping(true);
    while (waiting.current) {
      const { scene_id, starts, ends } = waiting.current;
      waiting.current = null;
      try {
        const body = { starts, ends };
        const day = await got(
          api.PUT("/api/scenes/{scene_id}/time", { params: { path: { scene_id } }, body }),
        );
        setRefused(null);
        if (waiting.current === null) cache.setQueryData(key, day);
      } catch (error) {
        const told = error instanceof Refused ? (error.fields[0]?.message ?? error.message) : null;
        setRefused({ scene_id, words: told ?? "No connection: this time was not kept." });
        if (waiting.current === null) cache.invalidateQueries({ queryKey: key });
      }
    }
    busy.current = false;
    setKeeping(false);
    cache.invalidateQueries({ queryKey: KEYS.shoots });
  };

  const ask = (time: Time) => {
    // A day asked for before this must not come in after it.
    cache.cancelQueries({ queryKey: key });
    waiting.current = time;
    if (!busy.current) send();
  };

  return {
    refused,
    keeping,
    /** Keep a time that was typed; what is refused stays in its field. */
    keep: ask,
    /** Move a scene: seen before it is answered. */
    move: (time: Time) => {
      const day = cache.getQueryData<DayView>(key);
      if (day) {
        const { scene_id, starts, ends } = time;
        const scenes = day.scenes.map((scene) =>
          scene.id === scene_id ? { ...scene, starts, ends } : scene,
        );
        cache.setQueryData(key, { ...day, scenes });
      }
      ask(time);
    },
    /** Where a scene stands now, the newest move counted in. */
    at: (scene_id: string) =>
      cache.getQueryData<DayView>(key)?.scenes.find((scene) => scene.id === scene_id) ?? null,
  };
}

export type Filming = ReturnType<typeof useFilmAt>;
