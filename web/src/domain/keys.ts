/** Single keys for the frequent acts; each may be changed by its user. Pure but for storage. */

export type Act = "find" | "undo" | "redo" | "watch" | "shoots" | "cards" | "camera" | "help";

export const ACTS: Record<Act, { words: string; key: string }> = {
  find: { words: "Find a scene, a camera, a place, an act", key: "f" },
  undo: { words: "Undo the last edit", key: "u" },
  redo: { words: "Do it again", key: "y" },
  camera: { words: "Next camera of the scene", key: "k" },
  cards: { words: "Card of this camera", key: "c" },
  shoots: { words: "All shoots", key: "s" },
  watch: { words: "Day or night watch", key: "w" },
  help: { words: "These keys", key: "?" },
};

const STORE = "steady-tide.keys";

/** The keys in force: the user's own over the shipped ones. */
export function keysInForce(storage: Pick<Storage, "getItem"> = localStorage): Record<Act, string> {
  const shipped = Object.fromEntries(Object.entries(ACTS).map(([act, { key }]) => [act, key]));
  try {
    return { ...shipped, ...JSON.parse(storage.getItem(STORE) ?? "{}") } as Record<Act, string>;
  } catch {
    return shipped as Record<Act, string>;
  }
}

/** Keep an own key for an act. Returns the act that has it already, or null when kept. */
export function chooseKey(act: Act, key: string, storage: Storage = localStorage): Act | null {
  const keys = keysInForce(storage);
  const taken = (Object.keys(keys) as Act[]).find((other) => other !== act && keys[other] === key);
  if (taken) return taken;
  storage.setItem(STORE, JSON.stringify({ ...keys, [act]: key }));
  return null;
}

/** The act of a key press, unless it was typed into a field or has a modifier. */
export function actOf(event: KeyboardEvent, keys: Record<Act, string>): Act | null {
  const target = event.target as HTMLElement | null;
  if (event.ctrlKey || event.metaKey || event.altKey) return null;
  if (target?.closest("input, select, textarea, [contenteditable], [role=dialog]")) return null;
  return (Object.keys(keys) as Act[]).find((act) => keys[act] === event.key) ?? null;
}
