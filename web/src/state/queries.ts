/** Server state of scenes, cards and the kit: asked, and changed. Nothing of it is kept anywhere else. */

import {
  type QueryClient,
  useIsMutating,
  useMutation,
  useMutationState,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { api, got } from "../client/client";
import type { CardView, Kit, SceneRequest, SceneView, ShootView } from "../domain/documents";
import { Refused } from "../domain/refused";
import { KEYS } from "./cache";
import { useNextId } from "./ids";
import { renew } from "./renew";

export * from "./cache";

/** Delete a scene. What is being asked about it and its sets is called off first. */
export function useDeleteScene(scene_id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationKey: [...KEYS.scene(scene_id), "delete"],
    mutationFn: () => got(api.DELETE("/api/scenes/{scene_id}", { params: { path: { scene_id } } })),
    onMutate: async () => {
      await callOff(cache);
      await cache.cancelQueries({ queryKey: KEYS.scene(scene_id) });
    },
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
