/** What can be found, and which of it a few letters mean. Pure. */

export type Entry = { key: string; words: string; kind: string; to?: string; act?: string };

/** Whether every word typed begins a word of the entry; the more of it at its start, the earlier. */
function rank(entry: Entry, typed: string[]): number {
  const parts = `${entry.words} ${entry.kind}`.toLowerCase().split(/[\s/·,()]+/);
  let total = 0;
  for (const word of typed) {
    const at = parts.findIndex((part) => part.startsWith(word));
    if (at < 0) return -1;
    total += at;
  }
  return total;
}

/** Entries that are meant, best first; of equals those used lately. */
export function found(entries: Entry[], text: string, recent: string[], most = 12): Entry[] {
  const typed = text.toLowerCase().split(/\s+/).filter(Boolean);
  const late = (entry: Entry) => {
    const at = recent.indexOf(entry.key);
    return at < 0 ? recent.length : at;
  };
  return entries
    .map((entry) => ({ entry, rank: rank(entry, typed) }))
    .filter((one) => one.rank >= 0)
    .sort((one, other) => one.rank - other.rank || late(one.entry) - late(other.entry))
    .slice(0, most)
    .map((one) => one.entry);
}
