/** Names that this browser gives to what it makes, so that making it twice makes it once. */

import { useRef } from "react";

/** A random UUID (RFC 9562, version 4); also where pages come without encryption, as on a set without a network. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

/** The id of what is made next: the same until it is made, however often it has to be sent. */
export function useNextId(): { id: () => string; made: () => void } {
  const next = useRef("");
  return {
    id: () => {
      next.current ||= newId();
      return next.current;
    },
    made: () => {
      next.current = "";
    },
  };
}
