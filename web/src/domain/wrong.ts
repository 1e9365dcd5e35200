/** What went wrong, in words. Pure. */

import { NotYet, Refused } from "./refused";

/** What the service says of the first field, else of the whole; or that it is not there. */
export function wordsOf(error: unknown, lost = "There is no connection."): string {
  if (error instanceof NotYet) return error.message;
  return error instanceof Refused ? (error.fields[0]?.message ?? error.message) : lost;
}
