/** The day of a shoot: a change shows at once; the service answers with the whole day anew. */

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type DayView, type Filming, got, type MoveView, type ReadingRequest } from "../api/client";
import { before, type Change, shown } from "../domain/filming";
import { again, back, none, type Steps, stepped } from "../domain/undo";
import { useDayQueue } from "./dayQueue";

type Act = { scene_id: string; change: Change } | { cloud_okta: number };

const dayKey = (shoot_id: string) => ["day", shoot_id];

export function useDay(shoot_id: string) {
  return useQuery({
    queryKey: dayKey(shoot_id),
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/day", { params: { path: { shoot_id } }, signal })),
  });
}

/** Changes of a day, with undo and redo. */
export function useFilming(shoot_id: string) {
  const cache = useQueryClient();
  const key = dayKey(shoot_id);
  const { ask, waitingFor, refused, keeping } = useDayQueue(key);
  const [steps, setSteps] = useState<Steps<Act>>(none);

  const day = () => cache.getQueryData<DayView>(key);
  const at = (scene_id: string) => day()?.scenes.find((scene) => scene.id === scene_id) ?? null;
  const show = (change: (day: DayView) => DayView) => {
    const here = day();
    if (here) cache.setQueryData(key, change(here));
  };

  const put = (scene_id: string, change: Change) => {
    const whole = { ...waitingFor(scene_id)?.change, ...change };
    ask(scene_id, { scene_id, change: whole, send: () => sendFilming(scene_id, whole) });
  };
  const turn = (scene_id: string, change: Change) => {
    show((here) => ({
      ...here,
      scenes: here.scenes.map((scene) => (scene.id === scene_id ? shown(scene, change) : scene)),
    }));
    put(scene_id, change);
  };
  const pull = (cloud_okta: number) => {
    show((here) => ({ ...here, cloud_okta }));
    ask("cloud", { scene_id: null, send: () => sendCloud(shoot_id, cloud_okta) });
  };

  const remember = (what: string, was: Act, is: Act) =>
    setSteps((kept) => stepped(kept, { what, before: was, after: is, at: Date.now() }));
  const changed = (scene_id: string, change: Change) => {
    const scene = at(scene_id);
    if (!scene) return;
    const was = { scene_id, change: before(scene, change) };
    remember(`${scene_id} ${Object.keys(change)}`, was, { scene_id, change });
  };
  const take = (found: ReturnType<typeof back<Act>>, side: "before" | "after") => {
    if (!found) return;
    setSteps(found.steps);
    const act = found.step[side];
    if ("cloud_okta" in act) pull(act.cloud_okta);
    else turn(act.scene_id, act.change);
  };

  return {
    refused,
    keeping,
    /** Keep what was typed; what is refused stays in its field. */
    keep: (scene_id: string, change: Change) => {
      changed(scene_id, change);
      put(scene_id, change);
    },
    /** Change a scene: seen before it is answered. */
    move: (scene_id: string, change: Change) => {
      changed(scene_id, change);
      turn(scene_id, change);
    },
    cloud: (cloud_okta: number) => {
      remember("cloud", { cloud_okta: day()?.cloud_okta ?? cloud_okta }, { cloud_okta });
      pull(cloud_okta);
    },
    canUndo: steps.done.length > 0,
    canRedo: steps.undone.length > 0,
    undo: () => take(back(steps), "before"),
    redo: () => take(again(steps), "after"),
    takeOrder: (moves: MoveView[], putBack = false) =>
      ask("order", { scene_id: null, send: () => sendTimes(shoot_id, moves, putBack) }),
    forget: (reading_id: string) => ask(reading_id, { scene_id: null, send: () => sendForget(reading_id) }),
    /** Where a scene stands now, the newest move counted in. */
    at,
    /** Take in a day that another act answered with. */
    answered: (answer: DayView) => cache.setQueryData(key, answer),
  };
}

export type FilmingState = ReturnType<typeof useFilming>;

function sendFilming(scene_id: string, change: Change) {
  const body = change as Filming;
  return got(api.PUT("/api/scenes/{scene_id}/filming", { params: { path: { scene_id } }, body }));
}

function sendCloud(shoot_id: string, cloud_okta: number) {
  const body = { cloud_okta };
  return got(api.PUT("/api/shoots/{shoot_id}/cloud", { params: { path: { shoot_id } }, body }));
}

function sendTimes(shoot_id: string, moves: MoveView[], putBack: boolean) {
  const times = moves.map((move) => ({
    scene_id: move.scene_id,
    starts: putBack ? move.starts_before : move.starts,
    ends: putBack ? move.ends_before : move.ends,
  }));
  return got(api.PUT("/api/shoots/{shoot_id}/times", { params: { path: { shoot_id } }, body: { times } }));
}

function sendForget(reading_id: string) {
  return got(api.DELETE("/api/readings/{reading_id}", { params: { path: { reading_id } } }));
}

/** A reading as it is sent; what is no number goes as it was typed, for the service to say so. */
export function sendReading(shoot_id: string, minute: number, measured: unknown, scene_id: string | null) {
  return got(
    api.POST("/api/shoots/{shoot_id}/readings", {
      params: { path: { shoot_id } },
      body: { minute, measured: measured as ReadingRequest["measured"], scene_id },
    }),
  );
}

export function askOrder(shoot_id: string) {
  return got(api.GET("/api/shoots/{shoot_id}/order", { params: { path: { shoot_id } } }));
}

export async function sendDive(scene_id: string, file: File) {
  const body = { text: await file.text() };
  return got(api.PUT("/api/scenes/{scene_id}/dive", { params: { path: { scene_id } }, body }));
}

export function sendCard(shoot_id: string, minute: number, file: File, scene_id: string | null) {
  return got(
    api.POST("/api/shoots/{shoot_id}/cards", {
      params: { path: { shoot_id }, query: { minute, ...(scene_id ? { scene_id } : {}) } },
      body: file as unknown as string,
      bodySerializer: (still) => still as unknown as File,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
}
