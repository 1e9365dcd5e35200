/** The one door to the service. */

import createClient from "openapi-fetch";
import type { ProblemDocument, paths } from "../domain/documents";
import { errorOf } from "../domain/refused";

export const api = createClient<paths>({ baseUrl: "/" });

/** The data of an answer; throws Refused for a problem, NotYet while it is busy, TypeError without a connection. */
export async function got<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await answer;
  if (!response.ok) throw errorOf(response.status, error as Partial<ProblemDocument>);
  return data as T;
}
