/** The field for places. */

import { useEffect, useMemo, useState, useSyncExternalStore } from "react";
import type { Act, Noted } from "../../domain/field/entries";
import { type FieldState, merged } from "../../domain/field/merging";
import { clientName, type Door } from "./door";
import { Field, type Shown } from "./field";
import type { Told } from "./post";
import type { KeptPack } from "./shelf";

let open: { owner: string; field: Promise<Field>; ready: Field | null } | null = null;

/** Read the field behind a door from the phone, once for a page. */
export function openField(door: Door): Promise<Field> {
  if (open?.owner !== door.owner) {
    const made: NonNullable<typeof open> = { owner: door.owner, field: Field.open(door), ready: null };
    open = made;
    made.field.then(
      (field) => {
        made.ready = field;
      },
      () => undefined,
    );
  }
  return open.field;
}

/** The field behind a door: opened once for a page. Null while it is being read; closed: this browser keeps nothing. */
export function useField(door: Door): Field | "closed" | null {
  const [field, setField] = useState<Field | "closed" | null>(() =>
    open?.owner === door.owner ? open.ready : null,
  );
  useEffect(() => {
    let here = true;
    openField(door).then(
      (made) => here && setField(made),
      () => here && setField("closed"),
    );
    return () => {
      here = false;
    };
  }, [door]);
  return field;
}

export const useShown = (field: Field): Shown => useSyncExternalStore(field.subscribe, field.standing);
export const usePost = (field: Field): Told =>
  useSyncExternalStore(field.post.subscribe, field.post.standing);

/** A shoot in the field: its pack, all that was noted, and how to note more. */
export type Shoot = {
  kept: KeptPack;
  entries: Noted[];
  state: FieldState;
  note: (act: Act) => Promise<string>;
};

/** A shoot as it stands on this phone; undefined where it was not taken along. */
export function useShoot(field: Field, shoot: string): Shoot | undefined {
  const shown = useShown(field);
  const own = useSyncExternalStore(field.post.subscribe, () => field.post.of(shoot));
  const kept = shown.packs.find((one) => one.shoot === shoot);
  return useMemo(() => {
    if (!kept) return undefined;
    const me = clientName();
    const theirs = kept.pack.entries as unknown as Noted[];
    const entries: Noted[] = [...theirs, ...own.map((one) => ({ ...one, by: me }))];
    // Of ticks the service says how they stand, with laptops counted in; what it does not have yet stands over that.
    const { ticked, shots, readBack } = merged(own);
    const state = { ...merged(entries, me), ticked, shots, readBack };
    return { kept, entries, state, note: (act) => field.post.note(shoot, act) };
  }, [field, kept, own, shoot]);
}

/** Now, anew every so many seconds, and when the page is looked at again [ms]. */
export function useNow(every_s = 10): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const look = () => setNow(Date.now());
    const timer = setInterval(look, 1000 * every_s);
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [every_s]);
  return now;
}

/** A picture as an address for this page: as it is kept on the phone, else from the service; null without either. */
export function usePicture(field: Field, word: string | null | undefined): string | null {
  const { pictures } = useShown(field);
  const there = Boolean(word && pictures.has(word));
  const elsewhere = word && !there && navigator.onLine ? field.door.picture(word, 480) : null;
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    if (!word || !there) return setAddress(null);
    let made: string | null = null;
    let here = true;
    void field.picture(word).then((blob) => {
      if (!blob || !here) return;
      made = URL.createObjectURL(blob);
      setAddress(made);
    });
    return () => {
      here = false;
      if (made) URL.revokeObjectURL(made);
    };
  }, [field, word, there]);
  return there ? address : elsewhere;
}

/** Whether the browser promised to keep what is here, and how much room it leaves [bytes]; null while it is asked. */
export function useLasting(): { promised: boolean; free: number | null } | null {
  const [told, setTold] = useState<{ promised: boolean; free: number | null } | null>(null);
  useEffect(() => {
    let here = true;
    void (async () => {
      const promised = (await navigator.storage?.persisted?.()) ?? false;
      const { quota, usage } = (await navigator.storage?.estimate?.()) ?? {};
      const free = quota === undefined || usage === undefined ? null : Math.max(quota - usage, 0);
      if (here) setTold({ promised, free });
    })();
    return () => {
      here = false;
    };
  }, []);
  return told;
}
