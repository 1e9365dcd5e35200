/** Being told when something became of what the service does apart from requests: one open question for a whole page. */

import { useEffect } from "react";
import { api, got } from "../client/client";

/** After how long it is asked again where nobody answers [ms]. */
const AGAIN_MS = 4_000;

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/**
 * Wait until something became of a job since a mark was seen, at most some twenty seconds; the newest mark. Where
 * nobody answers, none, after a while: then it is not known what changed.
 */
export const changed = (seen: string, signal?: AbortSignal): Promise<string> =>
  got(api.GET("/api/jobs/changes", { params: { query: { seen } }, signal })).then(
    ({ mark }) => mark,
    () => pause(AGAIN_MS).then(() => ""),
  );

const listeners = new Set<() => void>();
let stop: AbortController | null = null;

async function follow(signal: AbortSignal) {
  let mark = "";
  while (!signal.aborted) {
    const now = await changed(mark, signal);
    if (now !== mark && !signal.aborted) for (const told of listeners) told();
    mark = now;
  }
}

/** Have something done whenever anything became of a job; ends with what this gives. */
function listen(told: () => void): () => void {
  listeners.add(told);
  // What changed before it listened is not told again.
  if (stop) told();
  else {
    stop = new AbortController();
    void follow(stop.signal);
  }
  return () => {
    listeners.delete(told);
    if (listeners.size > 0) return;
    stop?.abort();
    stop = null;
  };
}

/** Do something whenever anything became of a job, for as long as something waits. */
export function useChanges(waits: boolean, told: () => void) {
  useEffect(() => (waits ? listen(told) : undefined), [waits, told]);
}
