/**
 * What is noted in the field on its way home: kept on the phone before it is shown as done, sent until the service has
 * it, and shown until what the service hands out has it too. Without React and without a network of its own.
 */

import type { Received } from "../../domain/documents";
import { type Act, type Entry, momentAfter } from "../../domain/field/entries";
import { Refused } from "../../domain/refused";
import type { KeptEntry, Standing } from "./shelf";

const AT_ONCE = 100;
const RETRY_MS = [2_000, 5_000, 10_000, 30_000, 60_000];

/**
 * How the way home stands. off: no connection; expired: somebody has to sign in again; gone: the shoot is not there any
 * more, or the link is closed; full: the phone has no room, so that what was noted last is on this page only.
 */
export type Trouble = "off" | "expired" | "gone" | "full" | null;
export type Told = {
  trouble: Trouble;
  unsent: number;
  refused: KeptEntry[];
  /** What was said otherwise later elsewhere, in words, until it was read. */
  gaveWay: string[];
  clockOff: number;
};

export type PostWorld = {
  owner: string;
  /** Send; throws Refused, or anything else without a connection. */
  send: (shoot: string, now: string, entries: Entry[]) => Promise<Received>;
  keep: (entry: KeptEntry) => Promise<unknown>;
  drop: (ids: string[]) => Promise<unknown>;
  newId: () => string;
  now: () => number;
  later: (run: () => void, ms: number) => unknown;
  /** Something of a shoot came home. */
  home: (shoot: string) => void;
  isFull: (error: unknown) => boolean;
};

export class Post {
  private entries = new Map<string, KeptEntry>();
  private listeners = new Set<() => void>();
  private sending = false;
  private again = false;
  private failed = 0;
  private last = 0;
  private troubles = new Map<string, Trouble>();
  /** What the phone had no room for: on this page only, until it has. */
  private homeless = new Set<string>();
  private clockOff = 0;
  private gaveWay: string[] = [];
  private told: Told = { trouble: null, unsent: 0, refused: [], gaveWay: [], clockOff: 0 };
  private shown = new Map<string, Entry[]>();

  constructor(
    private world: PostWorld,
    before: KeptEntry[],
  ) {
    for (const one of before) {
      this.entries.set(one.id, one);
      this.last = Math.max(this.last, Date.parse(one.entry.at));
    }
    this.changed();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  standing = (): Told => this.told;

  /** What was noted of a shoot here and is kept here; the same list until it changes. */
  of = (shoot: string): Entry[] => this.shown.get(shoot) ?? NONE;

  /** Note something: kept first, then shown, then sent. Resolves to its id once it is kept. */
  async note(shoot: string, act: Act): Promise<string> {
    this.last = momentAfter(this.last, this.world.now());
    const entry = { ...act, id: this.world.newId(), at: new Date(this.last).toISOString() } as Entry;
    const one: KeptEntry = {
      id: entry.id,
      owner: this.world.owner,
      shoot,
      standing: "unsent",
      entry,
      message: "",
    };
    await this.keep(one);
    for (const id of this.homeless) {
      const earlier = this.entries.get(id);
      if (earlier) await this.keep(earlier);
    }
    this.entries.set(one.id, one);
    this.changed();
    void this.run();
    return one.id;
  }

  /** Keep an entry on the phone; where that is full it is told, stays on this page, and goes on its way from here. */
  private async keep(one: KeptEntry): Promise<void> {
    try {
      await this.world.keep(one);
      this.homeless.delete(one.id);
    } catch (error) {
      if (!this.world.isFull(error)) throw error;
      this.homeless.add(one.id);
    }
  }

  /** Forget what the service hands out by now. */
  async handedOut(shoot: string, ids: Set<string>): Promise<void> {
    const known = [...this.entries.values()].filter((one) => one.shoot === shoot && ids.has(one.id));
    if (known.length === 0) return;
    for (const one of known) this.entries.delete(one.id);
    this.changed();
    await this.world.drop(known.map((one) => one.id));
  }

  /** Let something go that the service refuses. */
  async letGo(id: string): Promise<void> {
    this.entries.delete(id);
    this.changed();
    await this.world.drop([id]);
  }

  /** What gave way was read. */
  heeded(): void {
    this.gaveWay = [];
    this.changed();
  }

  /** What another window of this phone kept meanwhile. */
  adopt(kept: KeptEntry[]): void {
    for (const one of kept) {
      const here = this.entries.get(one.id);
      if (!here || here.standing === "unsent") this.entries.set(one.id, one);
    }
    this.changed();
  }

  /** Try again what is not sent: there may be a connection, or somebody has signed in. */
  resume(): void {
    this.failed = 0;
    void this.run();
  }

  private unsent(): KeptEntry[] {
    const all = [...this.entries.values()].filter((one) => one.standing === "unsent");
    return all.sort((a, b) => (a.entry.at < b.entry.at ? -1 : 1));
  }

  private async run(): Promise<void> {
    if (this.sending) {
      this.again = true;
      return;
    }
    this.sending = true;
    do {
      this.again = false;
      for (const shoot of new Set(this.unsent().map((one) => one.shoot))) {
        if (!(await this.sent(shoot))) break;
      }
    } while (this.again);
    this.sending = false;
  }

  /** Send what waits of a shoot; false where nothing can be sent now. */
  private async sent(shoot: string): Promise<boolean> {
    for (;;) {
      const batch = this.unsent()
        .filter((one) => one.shoot === shoot)
        .slice(0, AT_ONCE);
      if (batch.length === 0) return true;
      try {
        const entries = batch.map((one) => one.entry);
        const answer = await this.world.send(shoot, new Date(this.world.now()).toISOString(), entries);
        await this.answered(shoot, batch, answer);
      } catch (error) {
        return this.couldNot(shoot, error);
      }
    }
  }

  private async answered(shoot: string, batch: KeptEntry[], answer: Received): Promise<void> {
    this.failed = 0;
    this.troubles.delete(shoot);
    this.clockOff = answer.clock_off_s;
    this.gaveWay = [...new Set([...this.gaveWay, ...answer.gave_way])];
    const refused = new Map(answer.refused.map((one) => [one.id, one.message]));
    const kept = new Set(answer.kept);
    for (const one of batch) {
      const message = refused.get(one.id);
      // What is neither kept nor refused would be sent for ever.
      const standing: Standing = kept.has(one.id) ? "sent" : "refused";
      await this.stands({ ...one, standing, message: message ?? "" });
    }
    this.changed();
    this.world.home(shoot);
  }

  private async stands(one: KeptEntry): Promise<void> {
    if (!this.entries.has(one.id)) return;
    this.entries.set(one.id, one);
    await this.keep(one);
  }

  private couldNot(shoot: string, error: unknown): boolean {
    const status = error instanceof Refused ? error.status : 0;
    const trouble = status === 401 ? "expired" : status === 404 ? "gone" : "off";
    this.troubles.set(shoot, trouble);
    this.changed();
    if (trouble === "gone") return true;
    if (trouble === "off") {
      const wait = RETRY_MS[Math.min(this.failed, RETRY_MS.length - 1)] ?? 0;
      this.failed += 1;
      this.world.later(() => void this.run(), wait);
    }
    return false;
  }

  private changed(): void {
    const unsent = this.unsent();
    const troubles = unsent.map((one) => this.troubles.get(one.shoot) ?? null);
    // What came home needs no room here any more.
    const homeless = unsent.some((one) => this.homeless.has(one.id));
    const trouble = homeless
      ? "full"
      : ((["expired", "gone", "off"] as const).find((one) => troubles.includes(one)) ?? null);
    const all = [...this.entries.values()];
    const refused = all.filter((one) => one.standing === "refused");
    const { gaveWay, clockOff } = this;
    this.told = { trouble, unsent: unsent.length, refused, gaveWay, clockOff };
    this.shown = new Map();
    for (const one of all) {
      const of = this.shown.get(one.shoot) ?? [];
      this.shown.set(one.shoot, [...of, one.entry]);
    }
    for (const listener of this.listeners) listener();
  }
}

const NONE: Entry[] = [];
