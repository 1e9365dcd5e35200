/** The shot list of a shoot: every act is kept as it is made, and can be taken back. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { ShotsView, WantedShot } from "../../domain/documents";
import { inOrderOf } from "../../domain/ready/shots";
import { newId } from "../ids";
import { useSteps } from "../undo";

const keyOf = (shoot_id: string) => ["shots", shoot_id] as const;

export function useShots(shoot_id: string) {
  return useQuery({
    queryKey: keyOf(shoot_id),
    queryFn: ({ signal }) =>
      got(api.GET("/api/shoots/{shoot_id}/shots", { params: { path: { shoot_id } }, signal })),
    staleTime: 0,
  });
}

/** What can be done to a list, and undone: a shot is there as it was said, gone, or the list is in an order. */
type Act =
  | { does: "say"; id: string; shot: WantedShot; before: WantedShot }
  | { does: "there"; id: string; shot: WantedShot; order: string[] }
  | { does: "gone"; id: string }
  | { does: "order"; ids: string[] };

export function useShotActs(shoot_id: string) {
  const cache = useQueryClient();
  const key = keyOf(shoot_id);
  const list = () => cache.getQueryData<ShotsView>(key);
  const path = { shoot_id };
  const ask = useMutation({
    scope: { id: `shots ${shoot_id}` },
    mutationFn: async (act: Act): Promise<ShotsView> => {
      if (act.does === "say") {
        const body = { shot: act.shot, before: act.before };
        return got(api.PUT("/api/shots/{shot_id}", { params: { path: { shot_id: act.id } }, body }));
      }
      if (act.does === "gone")
        return got(api.DELETE("/api/shots/{shot_id}", { params: { path: { shot_id: act.id } } }));
      if (act.does === "there") {
        const body = { id: act.id, shot: act.shot };
        await got(api.POST("/api/shoots/{shoot_id}/shots", { params: { path }, body }));
      }
      const ids = act.does === "there" ? act.order : act.ids;
      return got(api.PUT("/api/shoots/{shoot_id}/shots/order", { params: { path }, body: { ids } }));
    },
    onSuccess: (answer) => cache.setQueryData(key, answer),
    onError: () => cache.invalidateQueries({ queryKey: key }),
  });
  /** Shown at once where that can be; asked of the service in its turn. */
  const perform = (act: Act) => {
    // A list asked for before this must not come in after it.
    cache.cancelQueries({ queryKey: key });
    const here = list();
    if (here && act.does === "order")
      cache.setQueryData(key, { ...here, shots: inOrderOf(here.shots, act.ids) });
    if (here && act.does === "say") {
      const shots = here.shots.map((one) => (one.id === act.id ? { ...one, shot: act.shot } : one));
      cache.setQueryData(key, { ...here, shots });
    }
    ask.mutate(act);
  };
  const { remember, ...steps } = useSteps<Act>(`shots ${shoot_id}`, perform);
  const order = () => (list()?.shots ?? []).map((one) => one.id);
  const several = useMutation({
    scope: { id: `shots ${shoot_id}` },
    mutationFn: (send: () => Promise<ShotsView>) => send(),
    onSuccess: (answer) => cache.setQueryData(key, answer),
  });
  return {
    ...steps,
    busy: ask.isPending || several.isPending,
    error: ask.error ?? several.error,
    say: (id: string, shot: WantedShot) => {
      const before = list()?.shots.find((one) => one.id === id)?.shot;
      if (!before || JSON.stringify(before) === JSON.stringify(shot)) return;
      remember(
        `say ${id}`,
        { does: "say", id, shot: before, before: shot },
        { does: "say", id, shot, before },
      );
      perform({ does: "say", id, shot, before });
    },
    add: (shot: WantedShot) => {
      const id = newId();
      const there: Act = { does: "there", id, shot, order: [...order(), id] };
      remember(`add ${id}`, { does: "gone", id }, there);
      perform(there);
    },
    remove: (id: string) => {
      const shot = list()?.shots.find((one) => one.id === id)?.shot;
      if (!shot) return;
      remember(`remove ${id}`, { does: "there", id, shot, order: order() }, { does: "gone", id });
      perform({ does: "gone", id });
    },
    arrange: (ids: string[]) => {
      const before = order();
      if (ids.join() === before.join()) return;
      remember("order", { does: "order", ids: before }, { does: "order", ids });
      perform({ does: "order", ids });
    },
    begin: (scene_id: string, subject: string) =>
      several.mutate(() =>
        got(
          api.POST("/api/shoots/{shoot_id}/shots/start", { params: { path }, body: { scene_id, subject } }),
        ),
      ),
    bringIn: (file: File) =>
      several.mutate(async () =>
        got(
          api.POST("/api/shoots/{shoot_id}/shots/table", {
            params: { path },
            body: { text: await file.text() },
          }),
        ),
      ),
  };
}

export type ShotActs = ReturnType<typeof useShotActs>;
