/** What can be done to a scene, as calls to the service. */

import { api, got } from "../../client/client";
import type { CardView, SceneView, Trial } from "../../domain/documents";
import { newId } from "../ids";

/** Do something to the scene on the bench; what is refused is told where it was wished. */
export type Perform = (act: () => Promise<SceneView>) => void;

export const choosePin = (
  setup_id: string,
  setting: string,
  value: string | number | null,
): Promise<SceneView> =>
  got(
    api.PUT("/api/setups/{setup_id}/pins/{setting}", {
      params: { path: { setup_id, setting } },
      body: { value },
    }),
  );

export const releasePins = (setup_id: string): Promise<SceneView> =>
  got(api.DELETE("/api/setups/{setup_id}/pins", { params: { path: { setup_id } } }));

export const chooseSchool = (setup_id: string, school: string): Promise<SceneView> =>
  got(api.PUT("/api/setups/{setup_id}/school", { params: { path: { setup_id } }, body: { school } }));

export const addCamera = (scene_id: string, device_id: string): Promise<SceneView> =>
  got(
    api.POST("/api/scenes/{scene_id}/setups", {
      params: { path: { scene_id } },
      body: { id: newId(), device_id },
    }),
  );

export const removeCamera = (setup_id: string): Promise<SceneView> =>
  got(api.DELETE("/api/setups/{setup_id}", { params: { path: { setup_id } } }));

export const renameScene = (scene_id: string, name: string): Promise<SceneView> =>
  got(api.PUT("/api/scenes/{scene_id}", { params: { path: { scene_id } }, body: { label: "name", name } }));

export const undo = (scene_id: string): Promise<SceneView> =>
  got(api.POST("/api/scenes/{scene_id}/undo", { params: { path: { scene_id } } }));

export const redo = (scene_id: string): Promise<SceneView> =>
  got(api.POST("/api/scenes/{scene_id}/redo", { params: { path: { scene_id } } }));

export const confirmCard = (setup_id: string, revision: number): Promise<CardView> =>
  got(
    api.POST("/api/setups/{setup_id}/card/confirm", { params: { path: { setup_id } }, body: { revision } }),
  );

/** Sets to be tested for real; they stand on the card. */
export const markTrials = (setup_id: string, trials: Trial[]): Promise<CardView> =>
  got(api.PUT("/api/setups/{setup_id}/trials", { params: { path: { setup_id } }, body: { trials } }));

export const chooseSlot = (setup_id: string, slot: number): Promise<CardView> =>
  got(api.PUT("/api/setups/{setup_id}/slot", { params: { path: { setup_id } }, body: { slot } }));

export const tickLine = (
  setup_id: string,
  setting: string,
  value: string,
  read_back: boolean,
): Promise<CardView> =>
  got(
    api.PUT("/api/setups/{setup_id}/card/{setting}", {
      params: { path: { setup_id, setting } },
      body: { value, read_back },
    }),
  );

export const clearTicks = (setup_id: string): Promise<CardView> =>
  got(api.DELETE("/api/setups/{setup_id}/card", { params: { path: { setup_id } } }));
