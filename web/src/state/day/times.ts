/** When a scene is filmed, as it is typed: kept once both are times, and what is missing or odd said beside it. */

import { useEffect, useRef, useState } from "react";
import { clock, minuteOf, timesMeant } from "../../domain/day/times";
import type { Jump, SceneDay } from "../../domain/documents";
import { useUnkept } from "../unkept";
import type { FilmingState } from "./day";

const ODD = "write a time such as 09:30";
const HALF = { from: "say from when, too", to: "say until when, too" };
const PAUSE_MS = 700;

type Box = "from" | "to";
type Typed = Partial<Record<Box, string>>;

/** What was typed and could not be kept yet, by scene: it stands there again when its page does. */
const waiting = new Map<string, Typed>();

export function useTimes(film: FilmingState, scene: SceneDay, jump: Jump) {
  const stands = {
    from: scene.starts == null ? "" : clock(scene.starts, jump),
    to: scene.ends == null ? "" : clock(scene.ends, jump),
  };
  const [typed, setTyped] = useState<Typed>(() => waiting.get(scene.id) ?? {});
  const [left, setLeft] = useState(Object.keys(typed).length > 0);
  const [sent, setSent] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const shown = { ...stands, ...typed };
  const meant = timesMeant(shown, jump);
  const touched = Object.keys(typed).length > 0;
  useUnkept(touched && !sent);
  // What was sent stands as it was typed until the service has it so.
  if (sent && touched && meant && meant.starts === scene.starts && meant.ends === scene.ends) {
    setTyped({});
    setSent(false);
  }

  const set = (next: Typed) => {
    setTyped(next);
    if (Object.keys(next).length) waiting.set(scene.id, next);
    else waiting.delete(scene.id);
  };
  const keep = () => {
    clearTimeout(timer.current);
    if (!touched || !meant || sent) return;
    film.keep(scene.id, meant);
    waiting.delete(scene.id);
    setSent(true);
  };
  const latest = useRef(keep);
  latest.current = keep;
  // Whoever goes elsewhere in the middle of a word has said it all the same.
  useEffect(() => () => latest.current(), []);

  const refused = film.refused?.scene_id === scene.id ? film.refused : null;
  const whole = refused && Object.keys(refused.fields).length === 0 ? refused.words : undefined;
  const odd = (["from", "to"] as const).some(
    (box) => shown[box] !== "" && minuteOf(shown[box], jump) === null,
  );
  const half = shown.from === "" ? HALF.from : HALF.to;
  const told = !touched || meant || !left ? undefined : odd ? ODD : half;

  return {
    shown,
    problem: told ?? refused?.fields.starts ?? refused?.fields.ends ?? whole,
    type: (box: Box, text: string) => {
      set({ ...typed, [box]: text });
      setSent(false);
      setLeft(false);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => latest.current(), PAUSE_MS);
    },
    /** Done with a box, by going on or by Enter. */
    leave: () => {
      setLeft(true);
      keep();
    },
  };
}
