/** Undo of what this browser did, in one way for all that is kept through the outbox; it outlives the page. */

import { useRef, useState } from "react";
import { again, back, none, type Step, type Steps, stepped } from "../domain/undo";

const KEY = (lane: string) => `steady-tide.steps.${lane}`;

function kept<Act>(lane: string): Steps<Act> {
  try {
    return (JSON.parse(sessionStorage.getItem(KEY(lane)) ?? "null") as Steps<Act> | null) ?? none();
  } catch {
    return none();
  }
}

/** The steps of a lane. perform: does an act, on undo that of before, on redo that of after. */
export function useSteps<Act>(lane: string, perform: (act: Act) => void) {
  const [steps, setSteps] = useState<Steps<Act>>(() => kept(lane));
  // Several things may be done before anything is drawn again.
  const latest = useRef(steps);
  const keep = (next: Steps<Act>) => {
    latest.current = next;
    setSteps(next);
    try {
      sessionStorage.setItem(KEY(lane), JSON.stringify(next));
    } catch {
      // A full store: the steps hold as long as the page.
    }
  };
  const take = (found: { step: Step<Act>; steps: Steps<Act> } | null, side: "before" | "after") => {
    if (!found) return;
    keep(found.steps);
    perform(found.step[side]);
  };
  return {
    /** Remember what was done; what is done soon after under the same name is one step with it. */
    remember: (what: string, before: Act, after: Act) =>
      keep(stepped(latest.current, { what, before, after, at: Date.now() })),
    canUndo: steps.done.length > 0,
    canRedo: steps.undone.length > 0,
    undo: () => take(back(latest.current), "before"),
    redo: () => take(again(latest.current), "after"),
  };
}
