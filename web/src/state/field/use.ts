/** The field for places. */

import { useEffect, useMemo, useState, useSyncExternalStore } from "react";
import type { Act, Entry } from "../../domain/field/entries";
import { type FieldState, merged } from "../../domain/field/merging";
import type { Door } from "./door";
import { Field, type Shown } from "./field";
import type { Told } from "./post";
import type { KeptPack } from "./shelf";

let open: { owner: string; field: Promise<Field> } | null = null;

/** The field behind a door: opened once for a page. Null while it is being read from the phone. */
export function useField(door: Door): Field | null {
  const [field, setField] = useState<Field | null>(null);
  useEffect(() => {
    if (open?.owner !== door.owner) open = { owner: door.owner, field: Field.open(door) };
    let here = true;
    void open.field.then((made) => here && setField(made));
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
  entries: Entry[];
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
    const entries = [...(kept.pack.entries as unknown as Entry[]), ...own];
    return { kept, entries, state: merged(entries), note: (act) => field.post.note(shoot, act) };
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

/** A picture that is kept on the phone, as an address for this page; null where it is not. */
export function usePicture(field: Field, word: string | null | undefined): string | null {
  const { pictures } = useShown(field);
  const there = Boolean(word && pictures.has(word));
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
  return address;
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
