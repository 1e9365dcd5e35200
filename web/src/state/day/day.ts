/** The day of a shoot: a change shows at once; the service answers with the whole day anew. */

import { useQuery, useQueryClient } from "@tanstack/react-query";
import {
  type Act,
  cloudActs,
  filmActs,
  orderActs,
  type Pair,
  readingActs,
  withReading,
} from "../../domain/day/dayActs";
import { type Change, shown } from "../../domain/day/filming";
import type { DayView, MoveView, ReadingView } from "../../domain/documents";
import { KEYS } from "../cache";
import { newId } from "../ids";
import { intent, lanes } from "../outbox/intents";
import { outbox, useLane } from "../outbox/use";
import { useSteps } from "../undo";
import { askDay, sendDive, sendReading } from "./dayCalls";

/** A shoot's day. wanted: whether to ask at all. */
export function useDay(shoot_id: string, wanted = true) {
  return useQuery({
    queryKey: KEYS.day(shoot_id),
    enabled: wanted,
    queryFn: ({ signal }) => askDay(shoot_id, signal),
  });
}

/** Acts on a day as they are asked of the service: seen before they are answered where that can be. */
function useActs(shoot_id: string) {
  const cache = useQueryClient();
  const key = KEYS.day(shoot_id);
  const lane = lanes.day(shoot_id);
  const { keeping, refused } = useLane(lane);

  const day = () => cache.getQueryData<DayView>(key);
  const show = (change: (day: DayView) => DayView) => {
    const here = day();
    if (here) cache.setQueryData(key, change(here));
  };
  const ask = (wish: ReturnType<typeof intent>) => {
    // A day asked for before this must not come in after it.
    cache.cancelQueries({ queryKey: key });
    outbox().put(wish);
  };
  const film = (scene_id: string, change: Change) => ask(intent(lane, "filming", scene_id, change));
  const turn = (scene_id: string, change: Change) => {
    show((here) => ({
      ...here,
      scenes: here.scenes.map((scene) => (scene.id === scene_id ? shown(scene, change) : scene)),
    }));
    film(scene_id, change);
  };
  const perform = (act: Act) => {
    if (act.does === "film") turn(act.scene_id, act.change);
    else if (act.does === "times") ask(intent(lane, "times", shoot_id, { times: act.times }));
    else if (act.does === "cloud") {
      show((here) => ({ ...here, cloud_okta: act.cloud_okta }));
      ask(intent(lane, "cloud", shoot_id, { cloud_okta: act.cloud_okta }));
    } else {
      show((here) => withReading(here, act.reading, act.there));
      ask(intent(lane, "reading", act.reading.id, { shoot_id, reading: act.reading, there: act.there }));
    }
  };
  return {
    day,
    film,
    perform,
    answered: (answer: DayView) => cache.setQueryData(key, answer),
    keeping,
    refused: refused && {
      scene_id: refused.kind === "filming" ? refused.thing : null,
      words: refused.refusal.fields[0]?.message ?? refused.refusal.message,
      fields: refused.refusal.byField(),
    },
  };
}

/** Changes of a day, with undo and redo. */
export function useFilming(shoot_id: string) {
  const { day, film, perform, answered, refused, keeping } = useActs(shoot_id);
  const { remember, ...steps } = useSteps<Act>(lanes.day(shoot_id), perform);

  const at = (scene_id: string) => day()?.scenes.find((scene) => scene.id === scene_id) ?? null;
  const changed = (scene_id: string, change: Change, gesture = 0) => {
    const here = day();
    const pair = here && filmActs(here, scene_id, change);
    if (pair) remember(`${scene_id} ${Object.keys(change)} ${gesture}`, pair.before, pair.after);
  };
  const step = (what: string, pair: Pair) => {
    remember(what, pair.before, pair.after);
    perform(pair.after);
  };

  return {
    ...steps,
    refused,
    keeping,
    /** Keep what was typed; what is refused stays in its field. */
    keep: (scene_id: string, change: Change) => {
      changed(scene_id, change);
      film(scene_id, change);
    },
    /** Change a scene: seen before it is answered. What follows soon in one gesture is one step to undo. */
    move: (scene_id: string, change: Change, gesture = 0) => {
      changed(scene_id, change, gesture);
      perform({ does: "film", scene_id, change });
    },
    cloud: (cloud_okta: number) => {
      const here = day();
      if (here) step("cloud", cloudActs(here, cloud_okta));
    },
    /** Take a proposed order, or put it back as it was. */
    takeOrder: (moves: MoveView[], putBack = false) => {
      const { before, after } = orderActs(moves);
      const pair = putBack ? { before: after, after: before } : { before, after };
      step(`order ${JSON.stringify(pair.after)}`, pair);
    },
    forget: (reading: ReadingView) => step(`forget ${reading.id}`, readingActs(reading, false)),
    /** Keep a reading under a name made here; throws what the service refuses. */
    measure: async (minute: number, measured: unknown, scene_id: string | null) => {
      const id = newId();
      const answer = await sendReading(shoot_id, id, minute, measured, scene_id);
      const added = answer.readings.find((reading) => reading.id === id);
      if (added) remember(`measure ${id}`, ...bothSides(readingActs(added, true)));
      answered(answer);
    },
    /** A reading that came in by another way, such as a still. */
    measured: (answer: DayView) => {
      const known = new Set(day()?.readings.map((reading) => reading.id));
      const added = answer.readings.find((reading) => !known.has(reading.id));
      if (added) remember(`measure ${added.id}`, ...bothSides(readingActs(added, true)));
      answered(answer);
    },
    /** Take the depths of a dive log; throws what the service refuses. */
    dive: async (scene_id: string, file: File) => {
      const answer = await sendDive(scene_id, file);
      const water = answer.scenes.find((scene) => scene.id === scene_id)?.water;
      if (water) changed(scene_id, { profile: water.profile });
      answered(answer);
    },
    /** Where a scene stands now, the newest move counted in. */
    at,
  };
}

const bothSides = ({ before, after }: Pair): [Act, Act] => [before, after];

export type FilmingState = ReturnType<typeof useFilming>;
