/** Files to and from the service, with how far they are; they can be stopped. */

import type { ProblemDocument } from "../domain/documents";
import { Refused } from "../domain/refused";

/** sent, come: shares [0, 1] of what is under way; null while the service makes or reads it. */
export type Far = { way: "sent" | "come"; share: number | null };

/** A transfer was stopped by whoever began it. */
export class Stopped extends Error {}

type Transfer = { url: string; body?: File; signal: AbortSignal; onFar: (far: Far) => void };

const share = (event: ProgressEvent) => (event.lengthComputable ? event.loaded / event.total : null);

/** Ask for a file, or send one; throws Refused for a problem, Stopped, and TypeError without a connection. */
export function transfer({ url, body, signal, onFar }: Transfer): Promise<Blob> {
  return new Promise((done, failed) => {
    const asked = new XMLHttpRequest();
    asked.open(body ? "POST" : "GET", url);
    asked.responseType = "blob";
    if (body) asked.setRequestHeader("Content-Type", body.type || "application/octet-stream");
    asked.upload.onprogress = (event) => onFar({ way: "sent", share: share(event) });
    asked.upload.onload = () => onFar({ way: "come", share: null });
    asked.onprogress = (event) => onFar({ way: "come", share: share(event) });
    asked.onerror = () => failed(new TypeError("no connection"));
    asked.onabort = () => failed(new Stopped());
    asked.onload = async () => {
      if (asked.status < 400) return done(asked.response as Blob);
      const said = await (asked.response as Blob).text();
      let problem: Partial<ProblemDocument> | undefined;
      try {
        problem = JSON.parse(said) as Partial<ProblemDocument>;
      } catch {
        problem = undefined;
      }
      failed(new Refused(asked.status, problem));
    };
    signal.addEventListener("abort", () => asked.abort());
    onFar({ way: body ? "sent" : "come", share: body ? 0 : null });
    asked.send(body);
  });
}
