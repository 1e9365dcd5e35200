/** Server state: one cache, read by key. Nothing of it is kept anywhere else. */

import {
  QueryClient,
  queryOptions,
  useIsMutating,
  useMutation,
  useMutationState,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { api, got } from "../client/client";
import type { CardView, Kit, SceneRequest, SceneView, ShootRequest, ShootView } from "../domain/documents";
import { NotYet, Refused } from "../domain/refused";
import { planned } from "../domain/shelf";
import { useBegun } from "./edits";
import { useNextId } from "./ids";
import { renew } from "./renew";

const LONGEST_PAUSE_MS = 8_000;
const MOST_TRIES = 10;

export const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof NotYet || (!(error instanceof Refused) && count < 3),
      retryDelay: (count) => Math.min(1_000 * 2 ** count, LONGEST_PAUSE_MS),
      refetchOnWindowFocus: false,
      staleTime: 5_000,
    },
    // Of what is not yet nothing was changed: it is asked for again.
    mutations: {
      retry: (count, error) => error instanceof NotYet && count < MOST_TRIES,
      retryDelay: (count) => Math.min(1_000 * 2 ** count, LONGEST_PAUSE_MS),
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

export function useAddShoot() {
  const cache = useQueryClient();
  const next = useNextId();
  return useMutation({
    mutationFn: (shoot: ShootRequest) => got(api.POST("/api/shoots", { body: { ...shoot, id: next.id() } })),
    onSuccess: () => {
      next.made();
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

export function useChangeShoot(shown: ShootView) {
  const cache = useQueryClient();
  const shoot_id = shown.id;
  const begun = useBegun<ShootRequest>(() => factsOf(shown));
  return useMutation({
    mutationFn: (shoot: ShootRequest) =>
      got(
        api.PUT("/api/shoots/{shoot_id}", {
          params: { path: { shoot_id } },
          body: { ...shoot, before: begun.before() },
        }),
      ),
    onError: begun.refused,
    onSuccess: () => {
      begun.kept();
      renew(cache, { queryKey: KEYS.shoots });
      renew(cache, { queryKey: KEYS.shoot(shoot_id) });
      renew(cache, { queryKey: KEYS.day(shoot_id) });
    },
  });
}

const factsOf = (shoot: ShootView): ShootRequest => ({
  name: shoot.name,
  place: shoot.place,
  day: shoot.day,
  school: shoot.school,
  latitude_deg: shoot.latitude_deg,
  longitude_deg: shoot.longitude_deg,
  cloud_okta: shoot.cloud_okta,
  travel_minutes: shoot.travel_minutes,
});

/** Delete a scene. What is being asked about its sets is called off first. */
export function useDeleteScene(scene_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationKey: [...KEYS.scene(scene_id), "delete"],
    mutationFn: () => got(api.DELETE("/api/scenes/{scene_id}", { params: { path: { scene_id } } })),
    onMutate: () => callOff(cache),
    onSuccess: () => {
      cache.setQueryData<ShootView[]>(KEYS.shoots, (shoots) =>
        shoots?.map((shoot) => ({ ...shoot, scenes: shoot.scenes.filter((one) => one.id !== scene_id) })),
      );
      renew(cache, { queryKey: KEYS.removed });
      renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

/** Whether a scene has just been deleted. */
export function useGone(scene_id: string): boolean {
  const states = useMutationState({
    filters: { mutationKey: [...KEYS.scene(scene_id), "delete"] },
    select: (mutation) => mutation.state.status,
  });
  return states.includes("success");
}

/** Whether something is being done to a scene, so that no set is asked about just now. */
export function useActing(): boolean {
  return useIsMutating({ mutationKey: ["scene"] }) > 0;
}

/** Call off the questions about sets: what is being done may take the set away that they ask about. */
async function callOff(cache: QueryClient): Promise<void> {
  await cache.cancelQueries({ queryKey: KEYS.asked });
}

/** A device document by itself is a kit of one camera. */
function asKit(document: unknown): Kit {
  const one = document as { document?: string } | null;
  return (one?.document === "steady-tide/device" ? { devices: [one] } : document) as Kit;
}

/** Bring a kit or device document in. Whatever is in the file is sent; the service says what is wrong with it. */
export function useTakeInKit() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async ({ text, called }: { text: string; called: string }) => {
      let kit: unknown;
      try {
        kit = JSON.parse(text);
      } catch {
        throw new Refused(422, { detail: `${called} is not a JSON document.` });
      }
      return got(api.PUT("/api/kit", { body: asKit(kit) }));
    },
    onSuccess: () => renew(cache),
  });
}

export function useDeleteShoot() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (shoot_id: string) =>
      got(api.DELETE("/api/shoots/{shoot_id}", { params: { path: { shoot_id } } })),
    onSuccess: () => {
      renew(cache, { queryKey: KEYS.removed });
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

/** A new scene. shoot_id: on which shoot, where the scene does not say another. */
export function useAddScene(shoot_id: string) {
  const cache = useQueryClient();
  const next = useNextId();
  return useMutation({
    mutationFn: ({ onto = shoot_id, ...scene }: SceneRequest & { onto?: string }) =>
      got(
        api.POST("/api/shoots/{shoot_id}/scenes", {
          params: { path: { shoot_id: onto } },
          body: { ...scene, id: next.id() },
        }),
      ),
    onSuccess: (scene) => {
      next.made();
      cache.setQueryData(KEYS.scene(scene.id), scene);
      return renew(cache, { queryKey: KEYS.shoots });
    },
  });
}

export function useScene(scene_id: string) {
  return useQuery({
    queryKey: KEYS.scene(scene_id),
    queryFn: ({ signal }) =>
      got(api.GET("/api/scenes/{scene_id}", { params: { path: { scene_id } }, signal })),
  });
}

/** An act on a scene that answers with the scene anew. */
export function useSceneAct<Given>(scene_id: string, act: (given: Given) => Promise<SceneView>) {
  const cache = useQueryClient();
  return useMutation({
    mutationKey: [...KEYS.scene(scene_id), "act"],
    mutationFn: act,
    onMutate: () => callOff(cache),
    scope: { id: scene_id },
    onSuccess: (scene) => {
      cache.setQueryData(KEYS.scene(scene_id), scene);
      renew(cache, { queryKey: KEYS.shoots });
      for (const setup of scene.setups) renew(cache, { queryKey: KEYS.card(setup.id) });
    },
  });
}

export function useCard(setup_id: string) {
  return useQuery({
    queryKey: KEYS.card(setup_id),
    queryFn: ({ signal }) =>
      got(api.GET("/api/setups/{setup_id}/card", { params: { path: { setup_id } }, signal })),
    staleTime: 0,
  });
}

/** An act on a card that answers with the card anew. */
export function useCardAct(setup_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (act: () => Promise<CardView>) => act(),
    scope: { id: setup_id },
    onSuccess: (card) => {
      cache.setQueryData(KEYS.card(setup_id), card);
      renew(cache, { queryKey: KEYS.shoots });
    },
    onError: () => renew(cache, { queryKey: KEYS.card(setup_id) }),
  });
}
