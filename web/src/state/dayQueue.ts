/**
 * Questions about a day, each answered with the whole day. One is on its way at a time and the newest of each
 * name always follows, so that a scene dragged along is never thrown back by an older answer.
 */

import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type DayView, Refused } from "../api/client";
import type { Change } from "../domain/filming";
import { KEYS } from "./queries";

export type Job = { scene_id: string | null; change?: Change; send: () => Promise<DayView> };
export type Refusal = { scene_id: string | null; words: string; fields: Record<string, string> };

function told(error: unknown): Omit<Refusal, "scene_id"> {
  if (!(error instanceof Refused)) return { words: "No connection: this was not kept.", fields: {} };
  const fields = Object.fromEntries(error.fields.map((one) => [one.path.at(-1) ?? "", one.message]));
  return { words: error.fields[0]?.message ?? error.message, fields };
}

export function useDayQueue(key: readonly string[]) {
  const cache = useQueryClient();
  const waiting = useRef(new Map<string, Job>());
  const busy = useRef(false);
  const [refused, setRefused] = useState<Refusal | null>(null);
  const [keeping, setKeeping] = useState(false);

  // Other places ask anew when they are opened; asking now would plan every scene while one is dragged.
  const stale = (other: readonly string[]) =>
    cache.invalidateQueries({ queryKey: other, refetchType: "none" });

  const answer = async (job: Job) => {
    try {
      const day = await job.send();
      setRefused(null);
      if (waiting.current.size === 0) cache.setQueryData(key, day);
    } catch (error) {
      setRefused({ scene_id: job.scene_id, ...told(error) });
      if (waiting.current.size === 0) cache.invalidateQueries({ queryKey: key });
    }
    if (job.scene_id) stale(KEYS.scene(job.scene_id));
  };

  const run = async () => {
    busy.current = true;
    setKeeping(true);
    for (let next = first(waiting.current); next; next = first(waiting.current)) {
      waiting.current.delete(next[0]);
      await answer(next[1]);
    }
    busy.current = false;
    setKeeping(false);
    stale(KEYS.shoots);
  };

  return {
    refused,
    keeping,
    /** What waits to be asked under a name. */
    waitingFor: (name: string) => waiting.current.get(name),
    ask: (name: string, job: Job) => {
      // A day asked for before this must not come in after it.
      cache.cancelQueries({ queryKey: key });
      waiting.current.set(name, job);
      if (!busy.current) run();
    },
  };
}

const first = (jobs: Map<string, Job>) => jobs.entries().next().value;
