/** What was asked before a change must not pass for what holds after it. */

import type { InvalidateQueryFilters, QueryClient } from "@tanstack/react-query";

/**
 * Ask again whatever these filters hold. An answer that is still on its way was asked for before the change and is
 * let go: a question that was never answered would otherwise keep waiting for it, and show it as new.
 */
export async function renew(cache: QueryClient, filters: InvalidateQueryFilters = {}): Promise<void> {
  await cache.cancelQueries(filters);
  await cache.invalidateQueries(filters);
}
