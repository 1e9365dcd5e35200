/** A field that keeps what was typed, and tells it after a pause. */

import { useEffect, useRef, useState } from "react";
import { useUnkept } from "./unkept";

const PAUSE_MS = 350;

export function useTyped(value: string, onKeep: (text: string) => void) {
  const [text, setText] = useState(value);
  const [waits, setWaits] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const own = useRef(value);
  const keep = useRef(onKeep);
  keep.current = onKeep;
  const typed = useRef<string | null>(null);
  useUnkept(waits);

  // A value that changed elsewhere replaces what stands here; what is being typed does not.
  useEffect(() => {
    if (value !== own.current) {
      own.current = value;
      setText(value);
    }
  }, [value]);

  const tell = useRef(() => {
    clearTimeout(timer.current);
    if (typed.current === null) return;
    own.current = typed.current;
    keep.current(typed.current.trim());
    typed.current = null;
  });
  // Whoever goes elsewhere within the pause has said it all the same.
  useEffect(() => () => tell.current(), []);

  return {
    text,
    type: (next: string) => {
      setText(next);
      setWaits(true);
      typed.current = next;
      clearTimeout(timer.current);
      timer.current = setTimeout(() => {
        tell.current();
        setWaits(false);
      }, PAUSE_MS);
    },
  };
}
