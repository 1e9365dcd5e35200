/** What an edit by a form began with: sent along, so that what was changed elsewhere meanwhile is kept beside it. */

import { useRef } from "react";
import { Refused } from "../domain/refused";

/**
 * Where both changed the same, that is told beside the fields; whoever keeps the form once more means it, and begins
 * from what stands there now.
 */
export function useBegun<Thing>(first: () => Thing) {
  const begun = useRef<Thing | null>(null);
  return {
    before: (): Thing => {
      begun.current ??= first();
      return begun.current;
    },
    refused: (error: Error) => {
      if (error instanceof Refused && error.clash) begun.current = error.clash.theirs as Thing;
    },
    kept: () => {
      begun.current = null;
    },
  };
}
