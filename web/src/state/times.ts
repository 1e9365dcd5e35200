/** When a scene is filmed, as it is typed: kept once it is a time, and what cannot be meant said beside it. */

import { useState } from "react";
import { clock, minuteOf, timesMeant } from "../domain/day";
import type { Jump, SceneDay } from "../domain/documents";
import type { FilmingState } from "./day";

const ODD = "write a time such as 09:30";

export function useTimes(film: FilmingState, scene: SceneDay, jump: Jump) {
  const stands = {
    from: scene.starts == null ? "" : clock(scene.starts, jump),
    to: scene.ends == null ? "" : clock(scene.ends, jump),
  };
  const [typed, setTyped] = useState(stands);
  const [known, setKnown] = useState(stands);
  const [odd, setOdd] = useState(false);
  // A time that changed elsewhere replaces what stands here; what is being typed does not.
  if (known.from !== stands.from || known.to !== stands.to) {
    setKnown(stands);
    setTyped({
      from: known.from === stands.from ? typed.from : stands.from,
      to: known.to === stands.to ? typed.to : stands.to,
    });
  }
  const refused = film.refused?.scene_id === scene.id ? film.refused : null;
  const whole = refused && Object.keys(refused.fields).length === 0 ? refused.words : undefined;

  return {
    typed,
    problem: odd ? ODD : (refused?.fields.starts ?? refused?.fields.ends ?? whole),
    type: (name: "from" | "to", text: string) => {
      const next = { ...typed, [name]: text };
      setTyped(next);
      const times = timesMeant(next, jump);
      if (!times) return;
      setOdd(false);
      film.keep(scene.id, times);
    },
    leave: (name: "from" | "to") => setOdd(typed[name] !== "" && minuteOf(typed[name], jump) === null),
  };
}
