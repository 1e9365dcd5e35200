/**
 * Everything on its way from the fingers to the database: kept in this browser until the service has it, one request
 * a lane at a time, the newest of each kind about each thing last. Without React, network or clock of its own.
 */

import type { Keeping } from "../../domain/keeping";
import { NotYet, Refused } from "../../domain/refused";

/** What is wished: JSON, so that it outlives the page. A lane keeps the order of what belongs together. */
export type Intent = { lane: string; kind: string; thing: string; body: unknown };

type Standing = "waiting" | "sent" | "refused";
type Entry = Intent & { due: number; standing: Standing; refusal: Refused | null };

/** What the outbox is told of its world. */
export type World = {
  /** Send; throws Refused, or anything else where there is no connection. */
  send: (intent: Intent) => Promise<unknown>;
  /** An answer came; newest: nothing else waits in its lane. */
  answered: (intent: Intent, answer: unknown, newest: boolean) => void;
  refused: (intent: Intent, newest: boolean) => void;
  /** What waits, once something of its kind before it was kept: it was made from that. */
  followed: (kept: Intent, waits: Intent) => unknown;
  /** One body for two of a kind that wait. */
  merged: (earlier: Intent, later: Intent) => unknown;
  shelf: Pick<Storage, "getItem" | "setItem" | "removeItem">;
  shelfKey: string;
  now: () => number;
  later: (run: () => void, ms: number) => unknown;
};

/** How a lane stands, and what was refused of it last. */
export type Lane = { keeping: Keeping; refused: (Intent & { refusal: Refused }) | null };

const KEPT: Lane = { keeping: "kept", refused: null };
const RETRY_MS = [1_000, 2_500, 5_000, 10_000, 20_000];
/** Answers that say "not now": what was sent is sent again. */
const LATER = [401, 429];

const same = (a: Intent, b: Intent) => a.lane === b.lane && a.kind === b.kind && a.thing === b.thing;

export class Outbox {
  private entries: Entry[] = [];
  private busy = new Set<string>();
  private failed = new Map<string, { times: number; how: "offline" | "busy" }>();
  private lanes = new Map<string, Lane>();
  private listeners = new Set<() => void>();
  private answers = new Set<(intent: Intent, answer: unknown) => void>();

  constructor(private world: World) {
    for (const entry of this.shelved()) this.entries.push(entry);
  }

  /** Send what an earlier page left here. */
  resume(): void {
    for (const lane of new Set(this.entries.map((entry) => entry.lane))) this.run(lane);
  }

  /** Wish for something; what waits of its kind about the same thing is replaced. pause_ms: for more to come. */
  put(intent: Intent, pause_ms = 0): void {
    const earlier = this.entries.find((entry) => same(entry, intent) && entry.standing !== "sent");
    const body = earlier?.standing === "waiting" ? this.world.merged(earlier, intent) : intent.body;
    this.entries = this.entries.filter((entry) => entry !== earlier);
    this.entries.push({
      ...intent,
      body,
      due: this.world.now() + pause_ms,
      standing: "waiting",
      refusal: null,
    });
    this.changed(intent.lane);
    if (pause_ms > 0) this.world.later(() => this.run(intent.lane), pause_ms);
    else this.run(intent.lane);
  }

  /** Send what waits for more to come now, as the page is left. */
  hurry(lane: string): void {
    for (const entry of this.entries) if (entry.lane === lane) entry.due = 0;
    this.run(lane);
  }

  /** The newest body that is not kept yet, or undefined. */
  body(lane: string, kind: string, thing: string): unknown {
    return this.entries.findLast((entry) => same(entry, { lane, kind, thing, body: null }))?.body;
  }

  /** Give up what was refused or waits in a lane. */
  drop(lane: string): void {
    this.entries = this.entries.filter((entry) => entry.lane !== lane || entry.standing === "sent");
    this.changed(lane);
  }

  lane(name: string): Lane {
    return this.lanes.get(name) ?? KEPT;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Hear of answers before anybody else does. */
  onAnswer(listener: (intent: Intent, answer: unknown) => void): () => void {
    this.answers.add(listener);
    return () => this.answers.delete(listener);
  }

  private waiting(lane: string): Entry[] {
    return this.entries.filter((entry) => entry.lane === lane && entry.standing === "waiting");
  }

  private async run(lane: string): Promise<void> {
    if (this.busy.has(lane)) return;
    this.busy.add(lane);
    for (let next = this.due(lane); next; next = this.due(lane)) {
      if (!(await this.sent(next))) break;
    }
    this.busy.delete(lane);
  }

  private due(lane: string): Entry | undefined {
    return this.waiting(lane).find((entry) => entry.due <= this.world.now());
  }

  /** Send one; false where the lane has to wait for a connection. */
  private async sent(entry: Entry): Promise<boolean> {
    entry.standing = "sent";
    this.changed(entry.lane);
    try {
      const answer = await this.world.send(entry);
      this.failed.delete(entry.lane);
      this.take(entry);
      for (const listener of this.answers) listener(entry, answer);
      this.world.answered(entry, answer, this.waiting(entry.lane).length === 0);
    } catch (error) {
      if (!(error instanceof Refused) || LATER.includes(error.status)) return this.again(entry, error);
      this.failed.delete(entry.lane);
      this.refuse(entry, error);
    }
    this.changed(entry.lane);
    return true;
  }

  private take(entry: Entry): void {
    // What was refused of its kind before is past, too.
    const past = (other: Entry) => same(other, entry) && other.standing === "refused";
    this.entries = this.entries.filter((other) => other !== entry && !past(other));
    for (const other of this.entries) if (same(other, entry)) other.body = this.world.followed(entry, other);
  }

  private refuse(entry: Entry, refusal: Refused): void {
    entry.standing = "refused";
    entry.refusal = refusal;
    const newer = this.entries.some((other) => same(other, entry) && other.standing === "waiting");
    if (newer) this.entries = this.entries.filter((other) => other !== entry);
    this.world.refused(entry, this.waiting(entry.lane).length === 0);
  }

  /** There is no connection, or no answer yet: what was sent waits again, joined with what came after it. */
  private again(entry: Entry, error: unknown): false {
    const newer = this.entries.find((other) => same(other, entry) && other.standing === "waiting");
    if (newer) {
      newer.body = this.world.merged(entry, newer);
      this.entries = this.entries.filter((other) => other !== entry);
    }
    entry.standing = "waiting";
    const times = this.failed.get(entry.lane)?.times ?? 0;
    const how = error instanceof NotYet || error instanceof Refused ? "busy" : "offline";
    this.failed.set(entry.lane, { times: times + 1, how });
    this.changed(entry.lane);
    this.world.later(() => this.run(entry.lane), RETRY_MS[Math.min(times, RETRY_MS.length - 1)] ?? 0);
    return false;
  }

  private changed(lane: string): void {
    const mine = this.entries.filter((entry) => entry.lane === lane);
    const refused = mine.findLast((entry) => entry.standing === "refused");
    const keeping = mine.some((entry) => entry.standing !== "refused")
      ? (this.failed.get(lane)?.how ?? "keeping")
      : refused
        ? "refused"
        : "kept";
    const told = refused?.refusal ? { ...refused, refusal: refused.refusal } : null;
    this.shelve();
    // Whoever watches a lane hears of it only where it stands otherwise.
    const before = this.lane(lane);
    if (before.keeping === keeping && before.refused?.refusal === told?.refusal) return;
    this.lanes.set(lane, { keeping, refused: told });
    for (const listener of this.listeners) listener();
  }

  private shelve(): void {
    const { shelf, shelfKey } = this.world;
    // What is about something that is gone is not tried again on another page.
    const worth = this.entries.filter((entry) => entry.refusal?.status !== 404);
    const kept = worth.map(({ lane, kind, thing, body }) => ({ lane, kind, thing, body }));
    try {
      if (kept.length > 0) shelf.setItem(shelfKey, JSON.stringify(kept));
      else shelf.removeItem(shelfKey);
    } catch {
      // A full or forbidden shelf: what is typed is kept as long as this page is open.
    }
  }

  private shelved(): Entry[] {
    const { shelf, shelfKey } = this.world;
    try {
      const kept = JSON.parse(shelf.getItem(shelfKey) ?? "[]") as Intent[];
      return kept.map((intent) => ({ ...intent, due: 0, standing: "waiting", refusal: null }));
    } catch {
      shelf.removeItem(shelfKey);
      return [];
    }
  }
}
