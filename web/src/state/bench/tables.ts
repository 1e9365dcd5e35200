/** Somebody's own table of colours, and a picture as it makes it look. The table is kept in this page alone. */

import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { transfer } from "../../client/transfer";
import { Refused } from "../../domain/refused";
import { KEYS } from "../cache";

/** word: that of the shot. */
export function useOwnTable(word: string) {
  const [table, setTable] = useState<File | null>(null);
  const made = useQuery({
    queryKey: [...KEYS.asked, "through", word, table?.name, table?.lastModified],
    enabled: table !== null,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    queryFn: ({ signal }) => {
      const body = new File([table as File], "table.cube", { type: "text/plain" });
      return transfer({ url: `/api/pictures/${word}/through`, body, signal, onFar: () => undefined });
    },
  });
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    if (!made.data || table === null) return setAddress(null);
    const found = URL.createObjectURL(made.data);
    setAddress(found);
    return () => URL.revokeObjectURL(found);
  }, [made.data, table]);
  const { error } = made;
  return {
    table,
    address,
    busy: made.isFetching,
    problem:
      error instanceof Refused ? (error.fields[0]?.message ?? error.message) : (error?.message ?? null),
    take: (file: File | null) => file && setTable(file),
    drop: () => setTable(null),
  };
}
