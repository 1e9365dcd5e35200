/** What can be wished for through the outbox: how each is sent, and what its answer is good for. */

import type { QueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { Change } from "../../domain/day/filming";
import type {
  Brief,
  DayView,
  Device,
  Filming,
  ReadingRequest,
  SceneTime,
  SceneView,
} from "../../domain/documents";
import { refreshKit } from "../kit/kit";
import { KEYS } from "../queries";
import { renew } from "../renew";
import type { Intent } from "./outbox";

type Tree = Record<string, unknown>;
type Bodies = {
  brief: { brief: Tree; before: Tree; label: string };
  device: { document: Tree; before: Tree; typed: unknown };
  filming: Change;
  cloud: { cloud_okta: number };
  times: { times: SceneTime[] };
  reading: { shoot_id: string; reading: ReadingRequest; there: boolean };
};
export type KindName = keyof Bodies;

type Kind<Body> = {
  send: (thing: string, body: Body) => Promise<unknown>;
  answered: (cache: QueryClient, intent: Intent, answer: unknown, newest: boolean) => void;
  refused?: (cache: QueryClient, intent: Intent, newest: boolean) => void;
  merged?: (earlier: Body, later: Body) => Body;
  followed?: (kept: Body, waits: Body) => Body;
};

/** Two edits in one began where the first did. */
const asOneEdit = <Body extends { before: Tree }>(earlier: Body, later: Body): Body => ({
  ...later,
  before: earlier.before,
});

export const lanes = {
  scene: (id: string) => `scene ${id}`,
  day: (shoot_id: string) => `day ${shoot_id}`,
  device: (id: string) => `device ${id}`,
};

/** Other places ask anew when they are opened; asking now would plan every scene while one is dragged. */
const stale = (cache: QueryClient, queryKey: readonly string[]) =>
  cache.invalidateQueries({ queryKey, refetchType: "none" });

const dayOf = (intent: Intent) => KEYS.day(intent.lane.split(" ")[1] ?? "");

/** Every change of a day is answered with the whole day; an answer that something newer follows is not shown. */
const ofDay = {
  answered: (cache: QueryClient, intent: Intent, answer: unknown, newest: boolean) => {
    if (newest) cache.setQueryData(dayOf(intent), answer as DayView);
    stale(cache, ["scene"]);
    stale(cache, KEYS.shoots);
  },
  refused: (cache: QueryClient, intent: Intent, newest: boolean) => {
    if (newest) cache.invalidateQueries({ queryKey: dayOf(intent) });
  },
};

const KINDS: { [Name in KindName]: Kind<Bodies[Name]> } = {
  brief: {
    send: (scene_id, { brief, before, label }) =>
      got(
        api.PUT("/api/scenes/{scene_id}", {
          params: { path: { scene_id } },
          body: { label, brief: brief as unknown as Brief, before: before as unknown as Brief },
        }),
      ),
    merged: asOneEdit,
    followed: (kept, waits) => ({ ...waits, before: kept.brief }),
    answered: (cache, intent, answer) => {
      cache.setQueryData(KEYS.scene(intent.thing), answer as SceneView);
      renew(cache, { queryKey: KEYS.shoots });
    },
  },
  device: {
    send: (device_id, { document, before }) =>
      got(
        api.PATCH("/api/kit/devices/{device_id}", {
          params: { path: { device_id } },
          body: { before: before as unknown as Device, after: document as unknown as Device },
        }),
      ),
    merged: asOneEdit,
    followed: (kept, waits) => ({ ...waits, before: kept.document }),
    answered: (cache, intent, answer, newest) => {
      if (!newest) return;
      cache.setQueryData(["device", intent.thing], answer);
      refreshKit(cache, { kept: intent.thing });
    },
  },
  filming: {
    send: (scene_id, change) =>
      got(
        api.PUT("/api/scenes/{scene_id}/filming", {
          params: { path: { scene_id } },
          body: change as Filming,
        }),
      ),
    merged: (earlier, later) => ({ ...earlier, ...later }),
    ...ofDay,
  },
  cloud: {
    send: (shoot_id, body) =>
      got(api.PUT("/api/shoots/{shoot_id}/cloud", { params: { path: { shoot_id } }, body })),
    ...ofDay,
  },
  times: {
    send: (shoot_id, body) =>
      got(api.PUT("/api/shoots/{shoot_id}/times", { params: { path: { shoot_id } }, body })),
    ...ofDay,
  },
  // Kept or removed: the last wish about a reading counts.
  reading: {
    send: (reading_id, { shoot_id, reading, there }) =>
      there
        ? got(api.POST("/api/shoots/{shoot_id}/readings", { params: { path: { shoot_id } }, body: reading }))
        : got(
            api.DELETE("/api/shoots/{shoot_id}/readings/{reading_id}", {
              params: { path: { shoot_id, reading_id } },
            }),
          ),
    ...ofDay,
  },
};

const kindOf = (intent: Intent) => KINDS[intent.kind as KindName] as Kind<unknown> | undefined;

/** A wish, with its body's shape checked against its kind. */
export function intent<Name extends KindName>(
  lane: string,
  kind: Name,
  thing: string,
  body: Bodies[Name],
): Intent {
  return { lane, kind, thing, body };
}

/** The world of an outbox, over a cache of answers. */
export function worldOf(cache: QueryClient) {
  return {
    // A kind that an older or newer page knew is let go.
    send: async (one: Intent) => kindOf(one)?.send(one.thing, one.body),
    answered: (one: Intent, answer: unknown, newest: boolean) =>
      kindOf(one)?.answered(cache, one, answer, newest),
    refused: (one: Intent, newest: boolean) => kindOf(one)?.refused?.(cache, one, newest),
    merged: (earlier: Intent, later: Intent) =>
      kindOf(later)?.merged?.(earlier.body, later.body) ?? later.body,
    followed: (kept: Intent, waits: Intent) => kindOf(waits)?.followed?.(kept.body, waits.body) ?? waits.body,
  };
}
