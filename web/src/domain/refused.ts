/** What the service answers besides data: not yet, or refused in its own words with the fields it names. */

import type { ProblemDocument } from "./documents";

export class Refused extends Error {
  readonly status: number;
  readonly fields: { path: (string | number)[]; message: string }[];
  /** Where it was changed elsewhere meanwhile: how it stands there, and that with what was sent. */
  readonly clash: { theirs: unknown; joined: unknown } | null;

  constructor(status: number, problem: Partial<ProblemDocument> | undefined) {
    super(problem?.detail ?? "The service did not answer as expected.");
    this.status = status;
    this.fields = problem?.errors ?? [];
    const clashes = status === 409 && problem?.theirs != null;
    this.clash = clashes ? { theirs: problem.theirs, joined: problem.joined } : null;
  }

  /** The message for one field, found by its dotted path. */
  at(path: string): string | undefined {
    return this.fields.find((field) => field.path.join(".") === path)?.message;
  }

  /** Messages by the last part of their paths: the field's own name. */
  byField(): Record<string, string> {
    return Object.fromEntries(this.fields.map(({ path, message }) => [String(path.at(-1) ?? ""), message]));
  }
}

/** There is no answer for now: the service is busy, is being restarted, or cannot be reached behind its door. */
export class NotYet extends Error {
  constructor(problem: Partial<ProblemDocument> | undefined) {
    super(problem?.detail ?? "The service is busy just now.");
  }
}

/** Answers that say nothing of what was asked: the same is asked again. */
const LATER = [502, 503, 504];

/** The error that an answer other than data is. */
export function errorOf(status: number, problem: Partial<ProblemDocument> | undefined): Refused | NotYet {
  return LATER.includes(status) ? new NotYet(problem) : new Refused(status, problem);
}
