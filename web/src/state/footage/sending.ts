/**
 * Files on their way to the service, piece by piece: paused, called off, gone on with after a lost connection, and, when
 * the same file is chosen again, after the browser was closed.
 */

import { useSyncExternalStore } from "react";
import { type DetailedError, Upload } from "tus-js-client";
import { api, got } from "../../client/client";

export type Sending = {
  key: string;
  name: string;
  shoot: string;
  bytes: number;
  sent: number;
  state: "waits" | "sends" | "paused" | "known" | "done" | "failed";
  /** Why it failed, or what it is the same as. */
  words: string;
};

const PIECE = 8_000_000;
const EDGE = 1_000_000;
/** So many at once: more share one line and each takes longer. */
const AT_ONCE = 2;
const AGAIN_MS = [0, 1_000, 3_000, 8_000, 20_000, 60_000];
const REFUSALS = 400;

type Held = { file: File; upload: Upload | null };

let all: Sending[] = [];
const held = new Map<string, Held>();
const listeners = new Set<() => void>();
const arrivals = new Set<(shoot: string) => void>();

function change(key: string, what: Partial<Sending>): void {
  all = all.map((one) => (one.key === key ? { ...one, ...what } : one));
  for (const tell of listeners) tell();
}

/** A hash of a file's length and ends, as the service has it of every clip; empty where the browser cannot. */
async function quickHash(file: File): Promise<string> {
  if (!crypto.subtle) return "";
  const ends = [file.slice(0, EDGE), file.slice(Math.max(0, file.size - EDGE))];
  const whole = await new Blob([String(file.size), ...ends]).arrayBuffer();
  const hash = new Uint8Array(await crypto.subtle.digest("SHA-256", whole));
  return [...hash].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}

function refusal(error: Error | DetailedError): string {
  const said = "originalResponse" in error ? error.originalResponse?.getBody() : null;
  try {
    const problem = JSON.parse(said ?? "") as { detail?: string; errors?: { message: string }[] };
    return problem.errors?.[0]?.message ?? problem.detail ?? "it was refused";
  } catch {
    return "the connection is lost; it goes on when you press Go on";
  }
}

async function begin(key: string): Promise<void> {
  const mine = held.get(key);
  const one = all.find((entry) => entry.key === key);
  if (!mine || !one) return;
  change(key, { state: "sends" });
  try {
    const quick = await quickHash(mine.file);
    if (quick) {
      const [known] = await got(api.GET("/api/footage/known", { params: { query: { quick } } }));
      if (known)
        return ended(key, { state: "known", words: `the same as ${known.name}, which is here already` });
    }
    mine.upload = made(key, mine.file, { name: one.name, quick, shoot: one.shoot });
    const [before] = await mine.upload.findPreviousUploads();
    if (before) mine.upload.resumeFromPreviousUpload(before);
    if (all.find((entry) => entry.key === key)?.state === "sends") mine.upload.start();
  } catch (error) {
    ended(key, { state: "failed", words: refusal(error as Error) });
  }
}

function made(key: string, file: File, metadata: Record<string, string>): Upload {
  return new Upload(file, {
    endpoint: "/api/uploads",
    metadata,
    chunkSize: PIECE,
    retryDelays: AGAIN_MS,
    removeFingerprintOnSuccess: true,
    onProgress: (sent) => change(key, { sent }),
    onShouldRetry: (error) => {
      const status = error.originalResponse?.getStatus() ?? 0;
      return (
        status < REFUSALS ||
        status === 408 ||
        status === 409 ||
        status === 423 ||
        status === 429 ||
        status >= 500
      );
    },
    onError: (error) => ended(key, { state: "failed", words: refusal(error) }),
    onSuccess: () => ended(key, { state: "done", sent: file.size }),
  });
}

function ended(key: string, what: Partial<Sending>): void {
  change(key, what);
  const shoot = all.find((one) => one.key === key)?.shoot;
  if (shoot && what.state === "done") for (const tell of arrivals) tell(shoot);
  next();
}

function next(): void {
  const going = all.filter((one) => one.state === "sends").length;
  for (const one of all.filter((entry) => entry.state === "waits").slice(0, Math.max(0, AT_ONCE - going)))
    void begin(one.key);
}

/** Send some files to a shoot. */
export function send(files: File[], shoot: string): void {
  const fresh = files.map((file) => {
    const key = crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`;
    held.set(key, { file, upload: null });
    return { key, name: file.name, shoot, bytes: file.size, sent: 0, state: "waits" as const, words: "" };
  });
  all = [...all, ...fresh];
  for (const tell of listeners) tell();
  next();
}

export async function pause(key: string): Promise<void> {
  change(key, { state: "paused" });
  await held.get(key)?.upload?.abort();
  next();
}

export function goOn(key: string): void {
  change(key, { state: "waits", words: "" });
  next();
}

/** Call one off: what is here of it is thrown away. */
export async function callOff(key: string): Promise<void> {
  const mine = held.get(key);
  all = all.filter((one) => one.key !== key);
  for (const tell of listeners) tell();
  held.delete(key);
  next();
  await mine?.upload?.abort(true).catch(() => undefined);
}

/** Put away what is done, known or refused. */
export function putAway(): void {
  const over = new Set(["done", "known", "failed"]);
  for (const one of all) if (over.has(one.state)) held.delete(one.key);
  all = all.filter((one) => !over.has(one.state));
  for (const tell of listeners) tell();
}

const listen = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

export const useSending = (): Sending[] => useSyncExternalStore(listen, () => all);

/** Be told when a file of a shoot has arrived. */
export function onArrival(tell: (shoot: string) => void): () => void {
  arrivals.add(tell);
  return () => arrivals.delete(tell);
}
