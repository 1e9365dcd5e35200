/**
 * Keeps the application on the device, so that it opens without a network. What people own never passes through here:
 * asked for under /api/, it is neither kept nor handed out; the field keeps it by owner in its own database.
 *
 * A version is kept whole before it is used, in a cache of its own. Which one is handed out changes when a page is
 * opened, and only while nothing is unsent and no take is under way; until then the one before stays, whole, too.
 */

/// <reference lib="webworker" />

import { held } from "../state/field/shelf";

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

const FILES = self.__WB_MANIFEST;
const PAGE = "index.html";
const PREFIX = "steady-tide-app-";
const SERVING = "steady-tide-serving";
const NEWEST = PREFIX + (FILES.find((one) => one.url === PAGE)?.revision ?? "none");

const addressOf = (url: string) => new URL(url, self.registration.scope).href;

/** The whole of this version in its cache; what another version has under the same name is taken from there. */
async function fill(): Promise<void> {
  const cache = await caches.open(NEWEST);
  await Promise.all(
    FILES.map(async ({ url, revision }) => {
      const address = addressOf(url);
      // A name that changes with what is in it means the same in every version.
      const known = revision === null ? await caches.match(address) : undefined;
      const answer = known ?? (await fetch(address, { cache: "no-cache" }));
      if (!answer.ok) throw new Error(`${url} is not to be had`);
      await cache.put(address, answer);
    }),
  );
}

async function serving(): Promise<string | null> {
  const said = await (await caches.open(SERVING)).match(addressOf("serving"));
  const name = said ? await said.text() : null;
  return name && (await caches.has(name)) ? name : null;
}

/** The version to hand a page that is being opened. */
async function chosen(): Promise<string> {
  const now = await serving();
  if (now === NEWEST) await tidy();
  else if (now !== null && (await held(Date.now()).catch(() => true))) return now;
  else await (await caches.open(SERVING)).put(addressOf("serving"), new Response(NEWEST));
  return NEWEST;
}

/** Let earlier versions go, once no other page can be of one. */
async function tidy(): Promise<void> {
  if ((await self.clients.matchAll({ type: "window", includeUncontrolled: true })).length > 1) return;
  for (const name of await caches.keys())
    if (name.startsWith(PREFIX) && name !== NEWEST) await caches.delete(name);
}

async function page(request: Request): Promise<Response> {
  const cache = await caches.open(await chosen());
  return (await cache.match(addressOf(PAGE))) ?? fetch(request);
}

async function file(request: Request): Promise<Response> {
  const now = await serving();
  const here = now ? await (await caches.open(now)).match(request) : undefined;
  return here ?? (await caches.match(request)) ?? fetch(request);
}

const kept = new Set(FILES.map((one) => addressOf(one.url)));

self.addEventListener("install", (event) => {
  event.waitUntil(fill().then(() => self.skipWaiting()));
});

self.addEventListener("activate", (event) => {
  event.waitUntil(self.clients.claim().then(tell));
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin || pathname.startsWith("/api/")) return;
  if (request.mode === "navigate") event.respondWith(page(request));
  else if (kept.has(request.url) || pathname.startsWith("/assets/")) event.respondWith(file(request));
});

self.addEventListener("message", (event) => {
  if (event.data?.kind === "versions?") event.waitUntil(tell());
});

async function tell(): Promise<void> {
  const now = (await serving()) ?? NEWEST;
  for (const client of await self.clients.matchAll({ type: "window" }))
    client.postMessage({ kind: "versions", serving: now, newest: NEWEST });
}
