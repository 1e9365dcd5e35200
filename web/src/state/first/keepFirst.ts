/** What the first card was made from, kept in an account: camera, shoot, scene. */

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, got } from "../../client/client";
import type { Answers, Filming } from "../../domain/documents";
import { answersOf, HOURS_LIGHT, type Hour, hourOf } from "../../domain/first/first";
import { newId } from "../ids";
import { refreshKit } from "../kit/kit";
import { cameraOf, forget, kept, note, type Said } from "./first";

const NO_PLACE = { place: "", school: "", cloud_okta: 2, travel_minutes: 15 };

type Wish = { said: Said; own: boolean; name: string; shoot: string };

/** Keep it in the account: the camera where it is new, a shoot, and the scene; the scene's id and its card's. */
export function useKeep() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async ({ said, own, name, shoot }: Wish) => {
      const ids = kept().ids ?? { shoot: newId(), scene: newId() };
      note({ ids });
      const device = own ? (said.camera ?? "") : (ids.camera ?? (await newCamera(said)));
      note({ ids: { ...ids, camera: device } });
      const hour = said.light === HOURS_LIGHT ? said.hour : undefined;
      const shoot_id = shoot || (await makeShoot(ids.shoot, hour));
      if (shoot && hour) await tellPlace(shoot, hour);
      const bag = own ? await got(api.GET("/api/kit/bag")) : [];
      const sent = { answers: answersOf(said, bag) as Answers, hour: hourOf(hour), bag };
      const made = await got(api.POST("/api/first/brief", { body: sent }));
      if (made.bag.length > 0) await got(api.POST("/api/kit/bag/several", { body: { items: made.bag } }));
      const scene = await got(
        api.POST("/api/shoots/{shoot_id}/scenes", {
          params: { path: { shoot_id } },
          body: {
            id: ids.scene,
            name,
            brief: made.brief,
            device_ids: [device],
          },
        }),
      );
      const setup = scene.setups[0]?.id ?? "";
      await tellTime(scene.id, hour);
      await got(
        api.PUT("/api/setups/{setup_id}/school", {
          params: { path: { setup_id: setup } },
          body: { school: made.school },
        }),
      );
      return { scene: scene.id, setup };
    },
    onSuccess: () => {
      forget();
      refreshKit(cache);
    },
  });
}

/** The camera from memory into the kit, under a key of its own; its id. */
async function newCamera(said: Said): Promise<string> {
  const document = await cameraOf(said);
  const there = await got(api.GET("/api/kit/devices"));
  const key = freeKey(there.map((one) => one.key));
  const name = key === "my-camera" ? "My camera" : `My camera ${key.slice(10)}`;
  await got(api.PUT("/api/kit", { body: { devices: [{ ...document, key, name }] } as never }));
  return (await got(api.GET("/api/kit/devices"))).find((one) => one.key === key)?.id ?? "";
}

async function makeShoot(id: string, hour: Hour | undefined): Promise<string> {
  const body = { ...NO_PLACE, ...(hour ? placeOf(hour) : {}), id, name: "My first shoot" };
  return (await got(api.POST("/api/shoots", { body }))).id;
}

/** Where and when a shoot is, of an hour that was said. */
function placeOf({ place, latitude_deg, longitude_deg, day, cloud_okta }: Hour) {
  return { place, latitude_deg, longitude_deg, day, cloud_okta };
}

/** Tell a shoot where and when it is, unless it knows. */
async function tellPlace(shoot_id: string, hour: Hour): Promise<void> {
  const params = { path: { shoot_id } };
  const now = await got(api.GET("/api/shoots/{shoot_id}", { params }));
  if (now.latitude_deg != null && now.longitude_deg != null && now.day) return;
  const { name, school, travel_minutes } = now;
  const body = { name, school, travel_minutes, ...placeOf(hour), place: now.place || hour.place };
  await got(api.PUT("/api/shoots/{shoot_id}", { params, body }));
}

/** Say when a scene is filmed, where an hour was said. */
async function tellTime(scene_id: string, hour: Hour | undefined): Promise<void> {
  const sent = hourOf(hour);
  if (!sent) return;
  const body = { starts: sent.starts, ends: sent.starts + sent.minutes } as Filming;
  await got(api.PUT("/api/scenes/{scene_id}/filming", { params: { path: { scene_id } }, body }));
}

function freeKey(taken: string[]): string {
  if (!taken.includes("my-camera")) return "my-camera";
  let number = 2;
  while (taken.includes(`my-camera-${number}`)) number += 1;
  return `my-camera-${number}`;
}
