/** What the service does apart from requests: followed until it has ended, called off when wished. */

import { api, got } from "../client/client";
import type { JobView } from "../domain/documents";
import { Refused } from "../domain/refused";
import { changed } from "./changes";

const job = (job_id: string) => ({ params: { path: { job_id } } });

/** Called off by whoever began it. */
export class CalledOff extends Error {}

/** Wait for a job to end. Throws what the service refuses in its own words, and CalledOff. */
export async function jobEnded(begun: JobView, told: (job: JobView) => void = () => {}): Promise<void> {
  let [now, mark] = [begun, ""];
  while (!now.ended) {
    told(now);
    mark = await changed(mark);
    now = await got(api.GET("/api/jobs/{job_id}", job(begun.id)));
  }
  if (now.state === "cancelled") throw new CalledOff();
  if (now.state !== "done")
    throw new Refused(422, { detail: now.problems[0]?.message, errors: now.problems });
}

export function callOffJob(job_id: string): Promise<JobView> {
  return got(api.DELETE("/api/jobs/{job_id}", job(job_id)));
}
