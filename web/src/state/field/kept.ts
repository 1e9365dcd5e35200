/** What the field keeps on this device, for whoever is not in the field: fetched only where there is any. */

import { NAME } from "./name";

export async function kept(): Promise<typeof import("./shelf") | null> {
  // A browser that does not tell its databases is asked all the same.
  const known = await indexedDB.databases?.();
  if (known && !known.some((one) => one.name === NAME)) return null;
  return import("./shelf");
}
