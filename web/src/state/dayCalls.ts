/** What can be asked of the service about a day. Every change answers with the whole day anew. */

import { api, type Filming, got, type ReadingRequest, type SceneTime } from "../api/client";
import type { Change } from "../domain/filming";

export function askDay(shoot_id: string, signal?: AbortSignal) {
  return got(api.GET("/api/shoots/{shoot_id}/day", { params: { path: { shoot_id } }, signal }));
}

export function sendFilming(scene_id: string, change: Change) {
  const body = change as Filming;
  return got(api.PUT("/api/scenes/{scene_id}/filming", { params: { path: { scene_id } }, body }));
}

export function sendCloud(shoot_id: string, cloud_okta: number) {
  const body = { cloud_okta };
  return got(api.PUT("/api/shoots/{shoot_id}/cloud", { params: { path: { shoot_id } }, body }));
}

export function sendTimes(shoot_id: string, times: SceneTime[]) {
  return got(api.PUT("/api/shoots/{shoot_id}/times", { params: { path: { shoot_id } }, body: { times } }));
}

export function sendForget(reading_id: string) {
  return got(api.DELETE("/api/readings/{reading_id}", { params: { path: { reading_id } } }));
}

/** A reading as it is sent; what is no number goes as it was typed, for the service to say so. */
export function sendReading(shoot_id: string, minute: number, measured: unknown, scene_id: string | null) {
  return got(
    api.POST("/api/shoots/{shoot_id}/readings", {
      params: { path: { shoot_id } },
      body: { minute, measured: measured as ReadingRequest["measured"], scene_id },
    }),
  );
}

export function askOrder(shoot_id: string) {
  return got(api.GET("/api/shoots/{shoot_id}/order", { params: { path: { shoot_id } } }));
}

export async function sendDive(scene_id: string, file: File) {
  const body = { text: await file.text() };
  return got(api.PUT("/api/scenes/{scene_id}/dive", { params: { path: { scene_id } }, body }));
}

export function sendCard(shoot_id: string, minute: number, file: File, scene_id: string | null) {
  return got(
    api.POST("/api/shoots/{shoot_id}/cards", {
      params: { path: { shoot_id }, query: { minute, ...(scene_id ? { scene_id } : {}) } },
      body: file as unknown as string,
      bodySerializer: (still) => still as unknown as File,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
}
