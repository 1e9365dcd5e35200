/** A field that keeps what was typed, and tells it after a pause. */

import { useEffect, useRef, useState } from "react";

const PAUSE_MS = 350;

export function useTyped(value: string, onKeep: (text: string) => void) {
  const [text, setText] = useState(value);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const own = useRef(value);
  const keep = useRef(onKeep);
  keep.current = onKeep;

  // A value that changed elsewhere replaces what stands here; what is being typed does not.
  useEffect(() => {
    if (value !== own.current) {
      own.current = value;
      setText(value);
    }
  }, [value]);
  useEffect(() => () => clearTimeout(timer.current), []);

  return {
    text,
    type: (next: string) => {
      setText(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => {
        own.current = next;
        keep.current(next.trim());
      }, PAUSE_MS);
    },
  };
}
