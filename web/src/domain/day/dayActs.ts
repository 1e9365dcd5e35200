/** What can be done to a day, so that it can be undone: each act says how things are after it. Pure. */

import type { DayView, MoveView, ReadingView, SceneTime } from "../documents";
import { before, type Change } from "./filming";

/** A reading as it can be kept again. */
export type Reading = Pick<ReadingView, "id" | "minute" | "scene_id" | "measured">;

export type Act =
  | { does: "film"; scene_id: string; change: Change }
  | { does: "cloud"; cloud_okta: number }
  | { does: "times"; times: SceneTime[] }
  | { does: "reading"; reading: Reading; there: boolean };

/** An act and what takes it back. */
export type Pair = { before: Act; after: Act };

export function filmActs(day: DayView, scene_id: string, change: Change): Pair | null {
  const scene = day.scenes.find((one) => one.id === scene_id);
  if (!scene) return null;
  return {
    before: { does: "film", scene_id, change: before(scene, change) },
    after: { does: "film", scene_id, change },
  };
}

export function cloudActs(day: DayView, cloud_okta: number): Pair {
  return {
    before: { does: "cloud", cloud_okta: day.cloud_okta },
    after: { does: "cloud", cloud_okta },
  };
}

export function orderActs(moves: MoveView[]): Pair {
  const now = moves.map(({ scene_id, starts_before, ends_before }) => ({
    scene_id,
    starts: starts_before,
    ends: ends_before,
  }));
  const then = moves.map(({ scene_id, starts, ends }) => ({ scene_id, starts, ends }));
  return { before: { does: "times", times: now }, after: { does: "times", times: then } };
}

/** A reading kept (there) or removed; it comes back under its own name. */
export function readingActs({ id, minute, scene_id, measured }: ReadingView, there: boolean): Pair {
  const reading = { id, minute, scene_id, measured };
  return {
    before: { does: "reading", reading, there: !there },
    after: { does: "reading", reading, there },
  };
}

/** How a removed reading shows before that is answered; one that is kept again waits for its answer. */
export function withReading(day: DayView, reading: Reading, there: boolean): DayView {
  return there ? day : { ...day, readings: day.readings.filter(({ id }) => id !== reading.id) };
}
