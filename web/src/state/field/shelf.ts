/**
 * What the phone keeps for the field, in its own database: shoots that are taken along, what was noted, pictures. All
 * of it by owner, an account or a link; nothing of one is ever read for another. Also read by the worker in `src/sw`.
 */

import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Pack } from "../../domain/documents";
import type { Entry } from "../../domain/field/entries";
import { NAME } from "./name";

/** unsent: the service does not have it yet; sent: it has; refused: it will not take it, for a reason in words. */
export type Standing = "unsent" | "sent" | "refused";
export type KeptEntry = {
  id: string;
  owner: string;
  shoot: string;
  standing: Standing;
  entry: Entry;
  message: string;
};
/** A shoot as it is kept. taken_at: when it came in last; bytes: its size. */
export type KeptPack = { owner: string; shoot: string; pack: Pack; taken_at: number; bytes: number };

interface Tables extends DBSchema {
  packs: { key: [string, string]; value: KeptPack; indexes: { owner: string } };
  entries: { key: string; value: KeptEntry; indexes: { owner: string; standing: Standing } };
  pictures: {
    key: [string, string];
    value: { owner: string; word: string; blob: Blob };
    indexes: { owner: string };
  };
  facts: { key: string; value: unknown };
}

const openShelf = (): Promise<IDBPDatabase<Tables>> =>
  openDB<Tables>(NAME, 1, {
    upgrade(made) {
      made.createObjectStore("packs", { keyPath: ["owner", "shoot"] }).createIndex("owner", "owner");
      const entries = made.createObjectStore("entries", { keyPath: "id" });
      entries.createIndex("owner", "owner");
      entries.createIndex("standing", "standing");
      made.createObjectStore("pictures", { keyPath: ["owner", "word"] }).createIndex("owner", "owner");
      made.createObjectStore("facts");
    },
  });

let shelf: Promise<IDBPDatabase<Tables>> | null = null;
const db = () => {
  shelf ??= openShelf();
  return shelf;
};

const full = (error: unknown) => error instanceof DOMException && error.name === "QuotaExceededError";

/** There is no room on the phone, even after the pictures were let go. */
export class NoRoom extends Error {}

/** Keep something; where there is no room, pictures go first: they can be fetched again. */
async function kept<T>(put: () => Promise<T>): Promise<T> {
  try {
    return await put();
  } catch (error) {
    if (!full(error)) throw error;
  }
  try {
    await (await db()).clear("pictures");
    return await put();
  } catch (error) {
    throw full(error) ? new NoRoom("this phone is full") : error;
  }
}

/** Keep an entry; done when it would outlive the battery. */
export const keepEntry = (entry: KeptEntry): Promise<unknown> =>
  kept(async () => {
    const doing = (await db()).transaction("entries", "readwrite", { durability: "strict" });
    await Promise.all([doing.store.put(entry), doing.done]);
  });

export const entriesOf = async (owner: string): Promise<KeptEntry[]> =>
  (await db()).getAllFromIndex("entries", "owner", owner);

export const dropEntries = async (ids: string[]): Promise<void> => {
  const doing = (await db()).transaction("entries", "readwrite");
  await Promise.all([...ids.map((id) => doing.store.delete(id)), doing.done]);
};

/** How many entries wait to be sent, of whomever, and whose they are. */
export const waiting = async (): Promise<Map<string, number>> => {
  const all = await (await db()).getAllFromIndex("entries", "standing", "unsent");
  const found = new Map<string, number>();
  for (const one of all) found.set(one.owner, (found.get(one.owner) ?? 0) + 1);
  return found;
};

export const keepPack = (pack: KeptPack): Promise<unknown> =>
  kept(async () => (await db()).put("packs", pack));
export const packsOf = async (owner: string): Promise<KeptPack[]> =>
  (await db()).getAllFromIndex("packs", "owner", owner);

export const keepPicture = (owner: string, word: string, blob: Blob): Promise<unknown> =>
  kept(async () => (await db()).put("pictures", { owner, word, blob }));
export const pictureOf = async (owner: string, word: string): Promise<Blob | undefined> =>
  (await (await db()).get("pictures", [owner, word]))?.blob;
export const picturesKept = async (owner: string): Promise<Set<string>> =>
  new Set((await (await db()).getAllKeysFromIndex("pictures", "owner", owner)).map(([, word]) => word));

/** Let a shoot go: its documents and pictures; what was noted of it and is not sent stays. */
export async function dropPack(owner: string, shoot: string): Promise<void> {
  await (await db()).delete("packs", [owner, shoot]);
  if ((await packsOf(owner)).length === 0) await dropPictures(owner);
}

async function dropPictures(owner: string): Promise<void> {
  const here = await db();
  const keys = await here.getAllKeysFromIndex("pictures", "owner", owner);
  await Promise.all(keys.map((key) => here.delete("pictures", key)));
}

/** Let everything of an owner go but what is not sent yet. */
export async function forget(owner: string): Promise<void> {
  for (const { shoot } of await packsOf(owner)) await dropPack(owner, shoot);
  await dropPictures(owner);
  const gone = (await entriesOf(owner)).filter((one) => one.standing === "sent");
  await dropEntries(gone.map((one) => one.id));
}

/** Let everything go of accounts other than this one, but for what they have not sent and what links show. */
export async function forgetOthers(owner: string): Promise<void> {
  const owners = new Set((await (await db()).getAll("packs")).map((one) => one.owner));
  for (const other of owners) if (other !== owner && !other.startsWith("link ")) await forget(other);
}

/** Until when a take is under way [ms]; nothing is changed over meanwhile. */
export const setBusy = async (until: number): Promise<unknown> => (await db()).put("facts", until, "busy");

/** Whether nothing may be changed over now: something is not sent, or a take is under way. */
export async function held(now: number): Promise<boolean> {
  const here = await db();
  const unsent = await here.countFromIndex("entries", "standing", "unsent");
  return unsent > 0 || Number((await here.get("facts", "busy")) ?? 0) > now;
}
