/** The day of a shoot: a change shows at once; the service answers with the whole day anew. */

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { DayView, MoveView, ReadingView } from "../api/client";
import {
  type Act,
  addedReading,
  cloudActs,
  filmActs,
  orderActs,
  type Pair,
  type Reading,
  readingActs,
  sameReading,
} from "../domain/dayActs";
import { type Change, shown } from "../domain/filming";
import { again, back, none, type Steps, stepped } from "../domain/undo";
import { askDay, sendCloud, sendDive, sendFilming, sendForget, sendReading, sendTimes } from "./dayCalls";
import { useDayQueue } from "./dayQueue";

const dayKey = (shoot_id: string) => ["day", shoot_id];

export function useDay(shoot_id: string) {
  return useQuery({
    queryKey: dayKey(shoot_id),
    queryFn: ({ signal }) => askDay(shoot_id, signal),
  });
}

/** Acts on a day as they are asked of the service: seen before they are answered where that can be. */
function useActs(shoot_id: string) {
  const cache = useQueryClient();
  const key = dayKey(shoot_id);
  const { ask, waitingFor, refused, keeping } = useDayQueue(key);

  const day = () => cache.getQueryData<DayView>(key);
  const show = (change: (day: DayView) => DayView) => {
    const here = day();
    if (here) cache.setQueryData(key, change(here));
  };
  const film = (scene_id: string, change: Change) => {
    const whole = { ...waitingFor(scene_id)?.change, ...change };
    ask(scene_id, { scene_id, change: whole, send: () => sendFilming(scene_id, whole) });
  };
  const turn = (scene_id: string, change: Change) => {
    show((here) => ({
      ...here,
      scenes: here.scenes.map((scene) => (scene.id === scene_id ? shown(scene, change) : scene)),
    }));
    film(scene_id, change);
  };
  const pull = (cloud_okta: number) => {
    show((here) => ({ ...here, cloud_okta }));
    ask("cloud", { scene_id: null, send: () => sendCloud(shoot_id, cloud_okta) });
  };

  const perform = (act: Act) => {
    if (act.does === "film") turn(act.scene_id, act.change);
    else if (act.does === "cloud") pull(act.cloud_okta);
    else if (act.does === "times")
      ask("order", { scene_id: null, send: () => sendTimes(shoot_id, act.times) });
    else ask(JSON.stringify(act.reading), { scene_id: null, send: () => read(act.reading, act.there) });
  };
  /** Keep a reading, or remove it: one that was kept again has another id, which only the service knows for sure. */
  const read = async (reading: Reading, there: boolean) => {
    if (there) return sendReading(shoot_id, reading.minute, reading.measured, reading.scene_id);
    const here = await askDay(shoot_id);
    const found = sameReading(here, reading);
    return found ? sendForget(found.id) : here;
  };
  const forget = (id: string) => ask(id, { scene_id: null, send: () => sendForget(id) });
  return {
    day,
    film,
    forget,
    perform,
    answered: (answer: DayView) => cache.setQueryData(key, answer),
    refused,
    keeping,
  };
}

/** Changes of a day, with undo and redo. */
export function useFilming(shoot_id: string) {
  const { day, film, forget, perform, answered, refused, keeping } = useActs(shoot_id);
  const [steps, setSteps] = useState<Steps<Act>>(none);

  const at = (scene_id: string) => day()?.scenes.find((scene) => scene.id === scene_id) ?? null;
  const remember = (what: string, pair: Pair) =>
    setSteps((kept) => stepped(kept, { what, ...pair, at: Date.now() }));
  const filmed = (scene_id: string, change: Change, gesture = 0) => {
    const here = day();
    const pair = here && filmActs(here, scene_id, change);
    if (pair) remember(`${scene_id} ${Object.keys(change)} ${gesture}`, pair);
  };
  const step = (what: string, pair: Pair) => {
    remember(what, pair);
    perform(pair.after);
  };
  const take = (found: ReturnType<typeof back<Act>>, side: "before" | "after") => {
    if (!found) return;
    setSteps(found.steps);
    perform(found.step[side]);
  };

  return {
    refused,
    keeping,
    /** Keep what was typed; what is refused stays in its field. */
    keep: (scene_id: string, change: Change) => {
      filmed(scene_id, change);
      film(scene_id, change);
    },
    /** Change a scene: seen before it is answered. What follows soon in one gesture is one step to undo. */
    move: (scene_id: string, change: Change, gesture = 0) => {
      filmed(scene_id, change, gesture);
      perform({ does: "film", scene_id, change });
    },
    cloud: (cloud_okta: number) => {
      const here = day();
      if (here) step("cloud", cloudActs(here, cloud_okta));
    },
    canUndo: steps.done.length > 0,
    canRedo: steps.undone.length > 0,
    undo: () => take(back(steps), "before"),
    redo: () => take(again(steps), "after"),
    /** Take a proposed order, or put it back as it was. */
    takeOrder: (moves: MoveView[], putBack = false) => {
      const { before, after } = orderActs(moves);
      const pair = putBack ? { before: after, after: before } : { before, after };
      step(`order ${JSON.stringify(pair.after)}`, pair);
    },
    forget: (reading: ReadingView) => {
      remember(`forget ${reading.id}`, readingActs(reading, false));
      forget(reading.id);
    },
    /** Keep a reading that was sent; throws what the service refuses. */
    measure: async (send: () => Promise<DayView>) => {
      const answer = await send();
      const here = day();
      const added = here && addedReading(here, answer);
      answered(answer);
      if (added) remember(`measure ${added.id}`, readingActs(added, true));
    },
    /** Take the depths of a dive log; throws what the service refuses. */
    dive: async (scene_id: string, file: File) => {
      const answer = await sendDive(scene_id, file);
      const water = answer.scenes.find((one) => one.id === scene_id)?.water;
      if (water) filmed(scene_id, { profile: water.profile });
      answered(answer);
    },
    /** Where a scene stands now, the newest move counted in. */
    at,
  };
}

export type FilmingState = ReturnType<typeof useFilming>;
