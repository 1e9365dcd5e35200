/** How an edit stands between the fingers and the database, in words. */

export type Keeping = "kept" | "keeping" | "refused" | "offline";

export const KEEPING: Record<Keeping, string> = {
  kept: "Everything is kept",
  keeping: "Keeping …",
  refused: "Not kept: see the marked field",
  offline: "No connection: kept here, sent again shortly",
};
