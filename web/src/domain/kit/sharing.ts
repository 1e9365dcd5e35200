/** Addresses of what is shown by a link. Pure. */

import type { SharedView } from "../documents";

const PATH = /^\/shared\/([A-Za-z0-9_-]{1,64})$/;

/** The address of a link at a service. */
export const addressOf = (origin: string, token: string) => `${origin}/shared/${token}`;

/** The address at which a helper sees a shoot; of one scene's card, where that is said. */
export const helperAddress = (origin: string, token: string, scene_id?: string) =>
  `${origin}/with/${token}${scene_id ? `/${scene_id}/card` : ""}`;

/** The link that a path of this service opens, or null. */
export const linkOf = (path: string): string | null => PATH.exec(path)?.[1] ?? null;

/** Whether an address opens only on the machine it was made on. */
export const onlyHere = (origin: string) => /^https?:\/\/(localhost|127\.|\[::1\])/.test(origin);

/** What is shown, in words. */
export function shownWords({ cameras, things }: SharedView): string {
  const [camera] = cameras;
  if (camera) return `${camera.name}, a camera with ${camera.modes.length} modes`;
  return `A bag with ${things.length === 1 ? "one thing" : `${things.length} things`}`;
}
