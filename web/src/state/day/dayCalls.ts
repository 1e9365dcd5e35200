/** What can be asked of the service about a day. Every change answers with the whole day anew. */

import { api, got } from "../../client/client";
import type { ReadingRequest } from "../../domain/documents";

export function askDay(shoot_id: string, signal?: AbortSignal) {
  return got(api.GET("/api/shoots/{shoot_id}/day", { params: { path: { shoot_id } }, signal }));
}

/** A reading as it is sent; what is no number goes as it was typed, for the service to say so. */
export function sendReading(
  shoot_id: string,
  id: string,
  minute: number,
  measured: unknown,
  scene_id: string | null,
) {
  return got(
    api.POST("/api/shoots/{shoot_id}/readings", {
      params: { path: { shoot_id } },
      body: { id, minute, measured: measured as ReadingRequest["measured"], scene_id },
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
