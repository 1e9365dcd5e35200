/** Pictures of sets, asked for by what is wished; a newer wish drops the older one. */

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, got } from "../../client/client";
import type { Wish } from "../../domain/bench/picture";
import { KEYS, useActing } from "../queries";

let last: Promise<unknown> = Promise.resolve();

/** Pictures are asked for one after the other, so that whatever else is asked need not wait for a page of them. */
function inTurn<T>(signal: AbortSignal, ask: () => Promise<T>): Promise<T> {
  const next = last.then(() => {
    signal.throwIfAborted();
    return ask();
  });
  last = next.catch(() => undefined);
  return next;
}

/**
 * A picture for each wish. made: changes with the plan, so that no picture outlives it. While one is on its way
 * nothing else is asked for; then the latest wish is, and those between are dropped.
 */
export function usePictures(setup_id: string, wishes: Wish[], made: string, wanted = true) {
  const latest = JSON.stringify(wishes);
  const [asked, setAsked] = useState(latest);
  const acting = useActing();
  const answer = useQuery({
    queryKey: [...KEYS.asked, "pictures", setup_id, made, asked],
    // What is being changed is looked at when it is planned.
    enabled: wanted && !acting && wishes.length > 0,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      inTurn(signal, () =>
        got(
          api.POST("/api/setups/{setup_id}/pictures", {
            signal,
            params: { path: { setup_id } },
            body: { wishes: JSON.parse(asked) as Wish[] },
          }),
        ),
      ),
  });
  const { isFetching } = answer;
  useEffect(() => {
    if (!isFetching) setAsked(latest);
  }, [latest, isFetching]);
  return { ...answer, isFetching: isFetching || asked !== latest };
}

/** The latest of some addresses whose image is there; of those that come meanwhile only the last is fetched. */
export function useArrived(address: string | null): { shown: string | null; late: boolean } {
  const [shown, setShown] = useState<string | null>(null);
  const [under, setUnder] = useState<string | null>(null);
  useEffect(() => {
    if (under === null && address !== null && address !== shown) setUnder(address);
  }, [address, under, shown]);
  useEffect(() => {
    if (under === null) return;
    const image = new Image();
    const done = (arrived: string | null) => {
      if (arrived) setShown(arrived);
      setUnder(null);
    };
    image.onload = () => done(under);
    // What failed is asked for again when something else is wished, not at once and for ever.
    const failed = setTimeout(() => done(null), FAILED_MS);
    image.src = under;
    return () => {
      clearTimeout(failed);
      image.onload = null;
    };
  }, [under]);
  return { shown, late: shown !== address };
}

const FAILED_MS = 15_000;
