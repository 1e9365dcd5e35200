/** The first card: what was answered is kept on this device, until an account takes it over. */

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, got } from "../../client/client";
import type { Answers, Device, PlanRequest, Remembered } from "../../domain/documents";
import { answersOf, HOURS_LIGHT, type Hour, hourOf } from "../../domain/first/first";
import type { BagItem } from "../../domain/kit/bag";

export type Said = Partial<Answers> & {
  /** A plain class, or a camera of the account by its id. */
  camera?: string;
  remembered?: Remembered;
  hour?: Hour;
  step?: number;
  /** That it is to be kept as soon as there is an account. */
  wanted?: boolean;
  /** Under which ids it is kept, however often that has to be tried. */
  ids?: { shoot: string; scene: string; camera?: string };
};
const PLACE = "steady-tide first card";

export function kept(): Said {
  try {
    return JSON.parse(localStorage.getItem(PLACE) ?? "{}") as Said;
  } catch {
    return {};
  }
}

/** Say something more beside any page that shows it. */
export function note(more: Said): void {
  localStorage.setItem(PLACE, JSON.stringify({ ...kept(), ...more }));
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

export async function cameraOf(said: Said): Promise<Device> {
  const body = { kind: said.camera as "action-new", said: said.remembered as Remembered, name: "My camera" };
  return got(api.POST("/api/first/camera", { body: { ...body, key: "my-camera" } }));
}

/** The bag of whoever films with a camera of their own; nothing for anybody else, undefined while it comes. */
export function useOwnBag(own: boolean): BagItem[] | undefined {
  const found = useQuery({
    queryKey: ["first", "bag"],
    enabled: own,
    queryFn: ({ signal }) => got(api.GET("/api/kit/bag", { signal })),
  });
  return own ? found.data : [];
}

/** The card for what was answered; nothing of it is kept by the service. */
export function useFirstPlan(said: Said, own: boolean) {
  const bag = useOwnBag(own);
  const answers = answersOf(said, bag);
  return useQuery({
    queryKey: ["first", "plan", JSON.stringify(said), JSON.stringify(bag)],
    enabled: answers !== null && said.camera !== undefined && bag !== undefined,
    queryFn: async ({ signal }) => {
      const device = own
        ? await got(
            api.GET("/api/kit/devices/{device_id}", {
              params: { path: { device_id: said.camera ?? "" } },
              signal,
            }),
          )
        : await cameraOf(said);
      const hour = said.light === HOURS_LIGHT ? hourOf(said.hour) : null;
      const body = { device, answers: answers as Answers, hour, bag: bag ?? [] };
      const outcome = await got(api.POST("/api/first/plan", { signal, body }));
      return { outcome, assumed: device.assumed, body };
    },
  });
}

/** What the sky is like at an hour; null: not said yet. */
export function useHour(hour: ReturnType<typeof hourOf>) {
  return useQuery({
    queryKey: ["first", "sky", JSON.stringify(hour)],
    enabled: hour !== null,
    queryFn: ({ signal }) =>
      got(api.POST("/api/first/sky", { signal, body: hour as NonNullable<typeof hour> })),
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
