/** A value that has rested: what it hangs on is asked only then. */

import { useEffect, useState } from "react";

export function useRested(value: string, rest_ms: number): string {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), rest_ms);
    return () => clearTimeout(timer);
  }, [value, rest_ms]);
  return rested;
}
