/** The first card: what was answered is kept on this device, until an account takes it over. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, got } from "../client/client";
import type { Device, PlanRequest, Remembered } from "../domain/documents";
import { type Answers, briefOf, PURPOSES } from "../domain/first";
import { useNextId } from "./ids";
import { refreshKit } from "./kit";

export type Said = Partial<Answers> & {
  /** A plain class, or a camera of the account by its id. */
  camera?: string;
  remembered?: Remembered;
  step?: number;
};
const PLACE = "steady-tide first card";

export function kept(): Said {
  try {
    return JSON.parse(localStorage.getItem(PLACE) ?? "{}") as Said;
  } catch {
    return {};
  }
}

export function forget(): void {
  localStorage.removeItem(PLACE);
}

/** What was answered so far, and a way to answer more; kept as it is said. */
export function useSaid(): [Said, (more: Said) => void] {
  const [said, setSaid] = useState<Said>(kept);
  const say = (more: Said) =>
    setSaid((before) => {
      const after = { ...before, ...more };
      localStorage.setItem(PLACE, JSON.stringify(after));
      return after;
    });
  return [said, say];
}

export function useClasses() {
  return useQuery({
    queryKey: ["first", "classes"],
    queryFn: () => got(api.GET("/api/first/classes")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

function whole(said: Said): Answers | null {
  const { kind, light, carried, purpose } = said;
  if (!kind || !light || !carried || !purpose) return null;
  return { kind, light, carried, purpose, slowed: said.slowed ?? 1 };
}

async function cameraOf(said: Said): Promise<Device> {
  const body = { kind: said.camera as "action-new", said: said.remembered as Remembered, name: "My camera" };
  return got(api.POST("/api/first/camera", { body: { ...body, key: "my-camera" } }));
}

function schoolOf(said: Said): string {
  return PURPOSES.find((one) => one.key === said.purpose)?.school ?? "even-keel";
}

/** The card for what was answered; nothing of it is kept by the service. */
export function useFirstPlan(said: Said, own: boolean) {
  const answers = whole(said);
  return useQuery({
    queryKey: ["first", "plan", JSON.stringify(said)],
    enabled: answers !== null && said.camera !== undefined,
    queryFn: async ({ signal }) => {
      const device = own
        ? await got(
            api.GET("/api/kit/devices/{device_id}", {
              params: { path: { device_id: said.camera ?? "" } },
              signal,
            }),
          )
        : await cameraOf(said);
      const brief = briefOf(answers as Answers) as never;
      const body = { device, brief, school: schoolOf(said) };
      const outcome = await got(api.POST("/api/first/plan", { signal, body }));
      return { outcome, assumed: device.assumed, body };
    },
  });
}

/** What would help it most. */
export function useFirstHelps(body: PlanRequest | undefined) {
  return useQuery({
    queryKey: ["first", "helps", JSON.stringify(body)],
    enabled: body !== undefined,
    queryFn: ({ signal }) => got(api.POST("/api/first/helps", { signal, body: body as PlanRequest })),
  });
}

/** Keep it in the account: the camera where it is new, a shoot, and the scene; the scene's id and its card's. */
export function useKeep() {
  const cache = useQueryClient();
  const newShoot = useNextId();
  const newScene = useNextId();
  return useMutation({
    mutationFn: async ({
      said,
      own,
      name,
      shoot,
    }: {
      said: Said;
      own: boolean;
      name: string;
      shoot: string;
    }) => {
      const answers = whole(said) as Answers;
      let device = said.camera ?? "";
      if (!own) {
        const document = await cameraOf(said);
        const there = await got(api.GET("/api/kit/devices"));
        const key = freeKey(there.map((one) => one.key));
        const named = {
          ...document,
          key,
          name: key === "my-camera" ? "My camera" : `My camera ${key.slice(10)}`,
        };
        await got(api.PUT("/api/kit", { body: { devices: [named] } as never }));
        device = (await got(api.GET("/api/kit/devices"))).find((one) => one.key === key)?.id ?? "";
      }
      const first = { ...NO_PLACE, id: newShoot.id(), name: "My first shoot" };
      const shoot_id = shoot || (await got(api.POST("/api/shoots", { body: first }))).id;
      const scene = await got(
        api.POST("/api/shoots/{shoot_id}/scenes", {
          params: { path: { shoot_id } },
          body: { id: newScene.id(), name, brief: briefOf(answers) as never, device_ids: [device] },
        }),
      );
      const setup = scene.setups[0]?.id ?? "";
      await got(
        api.PUT("/api/setups/{setup_id}/school", {
          params: { path: { setup_id: setup } },
          body: { school: schoolOf(said) },
        }),
      );
      return { scene: scene.id, setup };
    },
    onSuccess: () => {
      newShoot.made();
      newScene.made();
      forget();
      refreshKit(cache);
    },
  });
}

const NO_PLACE = { place: "", school: "", cloud_okta: 2, travel_minutes: 15 };

function freeKey(taken: string[]): string {
  if (!taken.includes("my-camera")) return "my-camera";
  let number = 2;
  while (taken.includes(`my-camera-${number}`)) number += 1;
  return `my-camera-${number}`;
}
