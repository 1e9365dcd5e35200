/** Steps that can be taken back and made again: what was before, what came after. Pure. */

export type Step<Act> = { what: string; before: Act; after: Act; at: number };
export type Steps<Act> = { done: Step<Act>[]; undone: Step<Act>[] };

/** Steps of one kind so close together are one: a drag is a single step. */
const TOGETHER_MS = 1500;
const MOST = 100;

export const none = <Act>(): Steps<Act> => ({ done: [], undone: [] });

/** Steps after another one; what had been undone is gone. */
export function stepped<Act>(steps: Steps<Act>, step: Step<Act>): Steps<Act> {
  const last = steps.done.at(-1);
  const together = last && last.what === step.what && step.at - last.at < TOGETHER_MS;
  const kept = together ? steps.done.slice(0, -1) : steps.done;
  const next = together ? { ...step, before: last.before } : step;
  return { done: [...kept, next].slice(-MOST), undone: [] };
}

/** The step that undo takes back, and the steps without it; null where there is none. */
export function back<Act>({ done, undone }: Steps<Act>): { step: Step<Act>; steps: Steps<Act> } | null {
  const step = done.at(-1);
  return step ? { step, steps: { done: done.slice(0, -1), undone: [...undone, step] } } : null;
}

/** The step that redo makes again; null where there is none. */
export function again<Act>({ done, undone }: Steps<Act>): { step: Step<Act>; steps: Steps<Act> } | null {
  const step = undone.at(-1);
  return step ? { step, steps: { done: [...done, step], undone: undone.slice(0, -1) } } : null;
}
