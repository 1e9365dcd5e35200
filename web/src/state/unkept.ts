/** What stands in fields and is not on its way to being kept yet. While there is any, nobody is told that all is kept. */

import { useEffect, useId, useSyncExternalStore } from "react";
import type { Keeping } from "../domain/keeping";

const fields = new Set<string>();
const listeners = new Set<() => void>();

function mark(id: string, unkept: boolean) {
  if (fields.has(id) === unkept) return;
  if (unkept) fields.add(id);
  else fields.delete(id);
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Say whether a field holds something that is not kept; it counts for as long as the field is there. */
export function useUnkept(unkept: boolean) {
  const id = useId();
  useEffect(() => mark(id, unkept), [id, unkept]);
  useEffect(() => () => mark(id, false), [id]);
}

/** How edits stand, what still stands in fields alone counted in. */
export function useKeeping(keeping: Keeping): Keeping {
  const waiting = useSyncExternalStore(subscribe, () => fields.size > 0);
  return waiting && keeping === "kept" ? "typing" : keeping;
}
