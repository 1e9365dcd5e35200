/** Where what is not kept yet outlives its page: a list for each window, taken over by the next one that opens. */

type Shelf = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

const own = () => [...crypto.getRandomValues(new Uint8Array(6))].map((byte) => byte.toString(16)).join("");

function listed(shelf: Shelf, key: string): unknown[] {
  try {
    const list: unknown = JSON.parse(shelf.getItem(key) ?? "[]");
    return Array.isArray(list) ? list : [];
  } catch {
    return [];
  }
}

/** The key of this window's list, with everything in it that other windows of the account left. */
export function shelfOf(account: string, shelf: Shelf, name = own()): string {
  const prefix = `steady-tide.outbox.${account}.`;
  const keys = Array.from({ length: shelf.length }, (_, at) => shelf.key(at) ?? "");
  const left = keys.filter((key) => key.startsWith(prefix));
  const all = left.flatMap((key) => listed(shelf, key));
  for (const key of left) shelf.removeItem(key);
  if (all.length > 0) shelf.setItem(prefix + name, JSON.stringify(all));
  return prefix + name;
}
