/** The field of whoever is here: shoots taken along, what was noted, and the way home. One for a page. */

import type { Pack } from "../../domain/documents";
import { picturesOf, withKnown } from "../../domain/field/taking";
import { Refused } from "../../domain/refused";
import { newId } from "../ids";
import type { Door } from "./door";
import { Post } from "./post";
import {
  dropEntries,
  dropPack,
  entriesOf,
  type KeptPack,
  keepEntry,
  keepPack,
  keepPicture,
  NoRoom,
  packsOf,
  pictureOf,
  picturesKept,
} from "./shelf";

const WITHIN_S = 2;
const PICTURE_PX = 480;

/** How taking a shoot along stands: what of it is done of how much, and what went wrong. */
export type Taking = { step: "set" | "pictures"; done: number; of: number; error: string | null } | null;
export type Shown = {
  packs: KeptPack[];
  taking: Record<string, Taking>;
  pictures: Set<string>;
};

export class Field {
  private listeners = new Set<() => void>();
  private shown: Shown = { packs: [], taking: {}, pictures: new Set() };
  private stopped = new Set<string>();

  private constructor(
    readonly door: Door,
    readonly post: Post,
  ) {}

  /** The field behind a door, with all that earlier pages left on this phone. */
  static async open(door: Door): Promise<Field> {
    const homes: { field?: Field } = {};
    const post = new Post(
      {
        owner: door.owner,
        send: door.send,
        keep: keepEntry,
        drop: dropEntries,
        newId,
        now: () => Date.now(),
        later: (run, ms) => setTimeout(run, ms),
        home: (shoot) => void homes.field?.refresh(shoot),
        isFull: (error) => error instanceof NoRoom,
      },
      await entriesOf(door.owner),
    );
    const field = new Field(door, post);
    homes.field = field;
    await field.look();
    window.addEventListener("online", () => void field.awake());
    document.addEventListener("visibilitychange", () => {
      if (document.visibilityState === "visible") void field.awake();
    });
    // What is here is shown first; then it is asked whether it still holds.
    void field.awake();
    return field;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  standing = (): Shown => this.shown;

  kept(shoot: string): KeptPack | undefined {
    return this.shown.packs.find((one) => one.shoot === shoot);
  }

  /** Take a shoot along, or bring it up to date. Sets for other light come as they are worked out. */
  async take(shoot: string): Promise<void> {
    this.stopped.delete(shoot);
    this.says(shoot, { step: "set", done: 0, of: 0, error: null });
    try {
      await navigator.storage?.persist?.();
      await this.fetchAll(shoot, true);
      this.says(shoot, null);
    } catch (error) {
      this.says(shoot, { step: "set", done: 0, of: 0, error: wordsOf(error) });
    }
  }

  /** The same without a word where there is no connection: what is here stays. */
  async refresh(shoot: string): Promise<void> {
    try {
      await this.fetchAll(shoot, false);
    } catch {
      // It is as old as it says.
    }
  }

  /** Fetch the pictures of a shoot, one after another; can be stopped. */
  async takePictures(shoot: string): Promise<void> {
    const pack = this.kept(shoot)?.pack;
    if (!pack) return;
    this.stopped.delete(shoot);
    const wanted = picturesOf(pack);
    let done = 0;
    for (const word of wanted) {
      if (this.stopped.has(shoot)) break;
      this.says(shoot, { step: "pictures", done, of: wanted.length, error: null });
      try {
        if (!this.shown.pictures.has(word)) await this.fetchPicture(word);
      } catch (error) {
        this.says(shoot, { step: "pictures", done, of: wanted.length, error: wordsOf(error) });
        return;
      }
      done += 1;
    }
    this.says(shoot, null);
  }

  stop(shoot: string): void {
    this.stopped.add(shoot);
  }

  async leave(shoot: string): Promise<void> {
    await dropPack(this.door.owner, shoot);
    await this.look();
  }

  picture = (word: string): Promise<Blob | undefined> => pictureOf(this.door.owner, word);

  private async fetchPicture(word: string): Promise<void> {
    const answer = await fetch(this.door.picture(word, PICTURE_PX));
    if (!answer.ok) return;
    await keepPicture(this.door.owner, word, await answer.blob());
    this.shown = { ...this.shown, pictures: new Set([...this.shown.pictures, word]) };
    this.tell();
  }

  private async fetchAll(shoot: string, told: boolean): Promise<void> {
    let within = 0;
    for (;;) {
      const pack = await this.asked(shoot, within);
      await this.keep(pack);
      if (pack.waiting === 0) return;
      const of = pack.scenes.reduce((sum, scene) => sum + scene.cameras.length, 0);
      if (told) this.says(shoot, { step: "set", done: of - pack.waiting, of, error: null });
      within = WITHIN_S;
    }
  }

  /** A shoot as it is now. What a link showed that is closed goes from this phone, too. */
  private async asked(shoot: string, within: number): Promise<Pack> {
    try {
      const before = this.kept(shoot)?.pack;
      let pack = withKnown(before, await this.door.pack(shoot, within, before?.entries_mark ?? null));
      while (pack.entries_more)
        pack = withKnown(pack, { ...pack, ...(await this.door.noted(shoot, pack.entries_mark)) });
      return pack;
    } catch (error) {
      if (this.door.lent && error instanceof Refused && error.status === 404) {
        for (const one of this.shown.packs) await dropPack(this.door.owner, one.shoot);
        await this.look();
      }
      throw error;
    }
  }

  private async keep(pack: Pack): Promise<void> {
    const before = this.kept(pack.shoot_id)?.pack;
    // While sets for other light are on their way, those that are here stay.
    if (pack.waiting > 0 && before && before.waiting === 0) return;
    const bytes = new Blob([JSON.stringify(pack)]).size;
    await keepPack({ owner: this.door.owner, shoot: pack.shoot_id, pack, taken_at: Date.now(), bytes });
    await this.look();
    const ids = (pack.entries as { id?: string }[]).map((one) => one.id ?? "");
    await this.post.handedOut(pack.shoot_id, new Set(ids));
  }

  private async awake(): Promise<void> {
    this.post.adopt(await entriesOf(this.door.owner));
    this.post.resume();
    for (const { shoot } of this.shown.packs) void this.refresh(shoot);
  }

  private async look(): Promise<void> {
    const packs = await packsOf(this.door.owner);
    const pictures = await picturesKept(this.door.owner);
    this.shown = { ...this.shown, packs, pictures };
    this.tell();
  }

  private says(shoot: string, taking: Taking): void {
    this.shown = { ...this.shown, taking: { ...this.shown.taking, [shoot]: taking } };
    this.tell();
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

function wordsOf(error: unknown): string {
  if (error instanceof NoRoom) return "This phone is full: make room, then take it along again.";
  if (error instanceof TypeError) return "There is no connection. What is on this phone stays as it is.";
  return error instanceof Error ? error.message : "It did not work.";
}
