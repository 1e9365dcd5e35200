import createClient from "openapi-fetch";
import type { ProblemDocument, paths } from "./generated/schema";

export type * from "./generated/schema";

export const api = createClient<paths>({ baseUrl: "/" });

/** What the service refused, in its own words, with the fields it names. */
export class Refused extends Error {
  readonly status: number;
  readonly fields: { path: (string | number)[]; message: string }[];

  constructor(status: number, problem: Partial<ProblemDocument> | undefined) {
    super(problem?.detail ?? "The service did not answer as expected.");
    this.status = status;
    this.fields = problem?.errors ?? [];
  }

  /** The message for one field, found by its dotted path. */
  at(path: string): string | undefined {
    return this.fields.find((field) => field.path.join(".") === path)?.message;
  }
}

/** The data of an answer; throws Refused for a problem, and TypeError when there is no connection. */
export async function got<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await answer;
  if (!response.ok) throw new Refused(response.status, error as Partial<ProblemDocument>);
  return data as T;
}
