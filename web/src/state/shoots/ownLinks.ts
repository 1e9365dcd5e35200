/** Where the token of a link made in this browser is kept. */

export const shelfOf = (shoot_id: string): string => `steady-tide.link.${shoot_id}`;

/** Forget the tokens of links made here, as somebody signs out. */
export function forgetLinks(): void {
  const keys = Array.from({ length: localStorage.length }, (_, at) => localStorage.key(at) ?? "");
  for (const key of keys) if (key.startsWith(shelfOf(""))) localStorage.removeItem(key);
}
