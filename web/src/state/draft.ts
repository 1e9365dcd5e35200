/** Edits of a brief kept as they are made: what is typed stays, what is refused says so beside its field. */

import { useEffect, useMemo, useRef, useState } from "react";
import { read, typed, write } from "../domain/brief";
import type { SceneView } from "../domain/documents";
import { intent, lanes } from "./outbox/intents";
import { outbox, useLane } from "./outbox/use";

const PAUSE_MS = 260;
/** A slider is answered while it moves: one question is on its way at a time, the last one always follows. */
const SLIDE_MS = 16;

type Tree = Record<string, unknown>;

const waiting = (scene_id: string) =>
  (outbox().body(lanes.scene(scene_id), "brief", scene_id) as { brief: Tree } | undefined)?.brief;

export function useBriefDraft(scene: SceneView) {
  const lane = lanes.scene(scene.id);
  const { keeping, refused } = useLane(lane);
  const [draft, setDraft] = useState<Tree>(() => waiting(scene.id) ?? { ...scene.brief });
  const ownRevision = useRef(scene.revision);

  useEffect(
    () =>
      outbox().onAnswer((sent, answer) => {
        if (sent.lane === lane) ownRevision.current = (answer as SceneView).revision;
      }),
    [lane],
  );
  // An undo, or an edit in another window, replaces the draft; an own edit never does.
  useEffect(() => {
    if (scene.revision !== ownRevision.current && keeping !== "keeping" && keeping !== "offline") {
      ownRevision.current = scene.revision;
      outbox().drop(lane);
      setDraft({ ...scene.brief });
    }
  }, [scene.revision, scene.brief, lane, keeping]);
  // What is still waiting for its pause is sent when the page is left.
  useEffect(() => () => outbox().hurry(lane), [lane]);

  const latest = useRef(draft);
  latest.current = draft;
  const kept = useMemo(() => {
    const change = (path: string, value: unknown, label: string, pause: number) => {
      const next = write(latest.current, path, value);
      latest.current = next;
      setDraft(next);
      outbox().put(intent(lane, "brief", scene.id, { brief: next, label }), pause);
    };
    return {
      type: (path: string, text: string, label: string) =>
        change(path, typed(path, text, String(read(latest.current, "light.kind"))), label, PAUSE_MS),
      slide: (path: string, value: number, label: string) => change(path, value, label, SLIDE_MS),
      choose: (path: string, value: unknown, label: string) => change(path, value, label, 0),
    };
  }, [lane, scene.id]);
  const brief = useMemo(
    () => ({
      ...kept,
      /** The same for as long as the scene is open. */
      kept,
      value: (path: string) => read(draft, path),
      problem: (path: string) => refused?.refusal.at(`brief.${path}`),
    }),
    [draft, refused, kept],
  );

  return { brief, keeping };
}

export type BriefDraft = ReturnType<typeof useBriefDraft>["brief"];
