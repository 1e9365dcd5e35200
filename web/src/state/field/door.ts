/** The two ways into the field: an account's own shoots, or one shoot by a link. */

import { api, got } from "../../client/client";
import type { NotedPart, Pack, Received } from "../../domain/documents";
import type { Entry } from "../../domain/field/entries";
import { newId } from "../ids";
import { ownerOf } from "../session";

const CLIENT = "steady-tide.phone";

/** This browser's own name among the phones of a shoot. */
export function clientName(): string {
  const named = localStorage.getItem(CLIENT) ?? newId();
  localStorage.setItem(CLIENT, named);
  return named;
}

export type Door = {
  /** Whose things these are on the phone. */
  owner: string;
  /** Whether they are somebody else's, shown for a while. */
  lent: boolean;
  /** known: mark of the entries that are here; null where there are none. */
  pack: (shoot: string, within_s: number, known: string | null) => Promise<Pack>;
  noted: (shoot: string, known: string) => Promise<NotedPart>;
  send: (shoot: string, now: string, entries: Entry[]) => Promise<Received>;
  /** The address of a picture, where there is a connection. */
  picture: (word: string, width: number) => string;
};

const picture = (word: string, width: number) => `/api/pictures/${word}.jpg?width_px=${width}`;
const body = (now: string, entries: Entry[]) => ({
  client: clientName(),
  now,
  entries: entries as unknown as Record<string, unknown>[],
});

export const accountDoor = (email: string): Door => ({
  owner: ownerOf(email),
  lent: false,
  pack: (shoot_id, within_s, known) =>
    got(
      api.GET("/api/shoots/{shoot_id}/pack", { params: { path: { shoot_id }, query: { within_s, known } } }),
    ),
  noted: (shoot_id, known) =>
    got(api.GET("/api/shoots/{shoot_id}/noted", { params: { path: { shoot_id }, query: { known } } })),
  send: (shoot_id, now, entries) =>
    got(
      api.POST("/api/shoots/{shoot_id}/entries", {
        params: { path: { shoot_id } },
        body: body(now, entries),
      }),
    ),
  picture,
});

export const linkDoor = (link: string): Door => ({
  owner: `link ${link}`,
  lent: true,
  pack: (_, within_s, known) =>
    got(api.GET("/api/with/{link}/pack", { params: { path: { link }, query: { within_s, known } } })),
  noted: (_, known) =>
    got(api.GET("/api/with/{link}/noted", { params: { path: { link }, query: { known } } })),
  send: (_, now, entries) =>
    got(api.POST("/api/with/{link}/entries", { params: { path: { link } }, body: body(now, entries) })),
  picture,
});
