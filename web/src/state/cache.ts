/** The one cache of server state, its keys, and what every page may ask for. */

import { QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import { api, got } from "../client/client";
import { NotYet, Refused } from "../domain/refused";
import { planned } from "../domain/shoots/shootList";

const MOST_TRIES = 10;

export const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof NotYet || (!(error instanceof Refused) && count < 3),
      refetchOnWindowFocus: false,
      staleTime: 5_000,
    },
    // Of what is not yet nothing was changed: it is asked for again.
    mutations: {
      retry: (count, error) => error instanceof NotYet && count < MOST_TRIES,
    },
  },
});

export const KEYS = {
  session: ["session"] as const,
  devices: ["devices"] as const,
  shoots: ["shoots"] as const,
  shoot: (id: string) => ["shoot", id] as const,
  scene: (id: string) => ["scene", id] as const,
  day: (shoot_id: string) => ["day", shoot_id] as const,
  card: (id: string) => ["card", id] as const,
  removed: ["removed"] as const,
  asked: ["asked"] as const,
};

export function useVocabulary() {
  return useQuery({
    queryKey: ["vocabulary"],
    queryFn: () => got(api.GET("/api/vocabulary")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useDevices() {
  return useQuery({ queryKey: KEYS.devices, queryFn: () => got(api.GET("/api/kit/devices")) });
}

const shoots = queryOptions({
  queryKey: KEYS.shoots,
  queryFn: ({ signal }) => got(api.GET("/api/shoots", { signal })),
});

/** Ask for the shoots now, while the scripts of their place are still on their way. */
export const askShoots = () => client.prefetchQuery(shoots);

/** The latest shoots, as they were planned last. wanted: whether to ask at all. */
export function useShoots(wanted = true) {
  return useQuery({ ...shoots, enabled: wanted });
}

/** How long an answer may plan before it comes [s]; what is not planned by then is told as waiting. */
const WITHIN_S = 1;
const AGAIN_MS = 500;

/**
 * One shoot as it stands. follow: ask again while sets of it wait to be planned. as_of: of when the list is that it is
 * shown in; a newer list has it asked for anew, and one that is gone from it is not.
 */
export function useShoot(shoot_id: string, { wanted = true, follow = false, as_of = 0 } = {}) {
  return useQuery({
    queryKey: [...KEYS.shoot(shoot_id), as_of],
    enabled: wanted,
    queryFn: ({ signal }) =>
      got(
        api.GET("/api/shoots/{shoot_id}", {
          params: { path: { shoot_id }, query: { within_s: WITHIN_S } },
          signal,
        }),
      ),
    refetchInterval: ({ state }) =>
      follow && state.data && planned([state.data]).waiting > 0 ? AGAIN_MS : false,
    placeholderData: (before) => (before?.id === shoot_id ? before : undefined),
  });
}
