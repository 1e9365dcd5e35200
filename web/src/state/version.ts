/** Versions of the application: which one this page is of, and whether a newer one is here. */

import { useSyncExternalStore } from "react";

const HOURLY_MS = 3_600_000;
let newer = false;
const listeners = new Set<() => void>();

/** What the worker answers: the version it hands out, and the newest it has. */
export type Versions = { kind: "versions"; serving: string; newest: string };

const worker = () => navigator.serviceWorker;

/** Have the application kept on this device, so that it opens without a network. Asked once the page is there. */
export function keepOffline(): void {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  worker().addEventListener("message", ({ data }: MessageEvent<Versions>) => {
    if (data?.kind !== "versions") return;
    newer = data.serving !== data.newest;
    for (const tell of listeners) tell();
  });
  worker().addEventListener("controllerchange", askVersions);
  window.addEventListener("load", async () => {
    try {
      // Where workers are blocked, some browsers answer with nothing.
      const registered: ServiceWorkerRegistration | undefined = await worker().register("/worker.js");
      askVersions();
      setInterval(() => void registered?.update().catch(() => undefined), HOURLY_MS);
      window.addEventListener("online", () => void registered?.update().catch(() => undefined));
    } catch {
      // A browser that forbids it: the application works with a network only.
    }
  });
}

function askVersions(): void {
  worker().controller?.postMessage({ kind: "versions?" });
}

/** Whether a newer version waits to be taken by opening the page anew. */
export const useNewer = (): boolean =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => newer,
  );
