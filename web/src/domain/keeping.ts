/** How an edit stands between the fingers and the database, in words. */

export type Keeping = "kept" | "typing" | "busy" | "keeping" | "refused" | "offline";

export const KEEPING: Record<Keeping, string> = {
  kept: "Everything is kept",
  typing: "Not kept yet",
  keeping: "Keeping …",
  busy: "The service is busy: kept here, sent again shortly",
  refused: "Not kept: see the marked field",
  offline: "No connection: kept here, sent again shortly",
};
