/** What can be done to a day, so that it can be undone: each act says how things are after it. Pure. */

import type { DayView, MoveView, ReadingView, SceneTime } from "../api/client";
import { before, type Change } from "./filming";

/** A reading as it can be kept again. */
export type Reading = Pick<ReadingView, "minute" | "scene_id" | "measured">;

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

/** A reading kept (there) or removed. */
export function readingActs({ minute, scene_id, measured }: ReadingView, there: boolean): Pair {
  const reading = { minute, scene_id, measured };
  return {
    before: { does: "reading", reading, there: !there },
    after: { does: "reading", reading, there },
  };
}

/** The reading of a day that says the same. */
export function sameReading(day: DayView, reading: Reading): ReadingView | null {
  const told = ({ minute, scene_id, measured }: Reading) => JSON.stringify([minute, scene_id, measured]);
  return day.readings.find((one) => told(one) === told(reading)) ?? null;
}

/** What a new day has that the one before had not: readings that were added. */
export function addedReading(day: DayView, then: DayView): ReadingView | null {
  const known = new Set(day.readings.map((one) => one.id));
  return then.readings.find((one) => !known.has(one.id)) ?? null;
}
