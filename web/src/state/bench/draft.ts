/** Edits of a brief kept as they are made: what is typed stays, what is refused says so beside its field. */

import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { read, typed, write } from "../../domain/bench/brief";
import type { SceneView } from "../../domain/documents";
import { KEYS } from "../cache";
import { intent, lanes } from "../outbox/intents";
import { outbox, useLane } from "../outbox/use";
import { renew } from "../renew";

const PAUSE_MS = 260;

type Tree = Record<string, unknown>;

const waiting = (scene_id: string) =>
  (outbox().body(lanes.scene(scene_id), "brief", scene_id) as { brief: Tree } | undefined)?.brief;

export function useBriefDraft(scene: SceneView) {
  const lane = lanes.scene(scene.id);
  const cache = useQueryClient();
  const { keeping, refused } = useLane(lane);
  const [draft, setDraft] = useState<Tree>(() => waiting(scene.id) ?? { ...scene.brief });
  const ownRevision = useRef(scene.revision);
  /** What the service has, as far as this page knows: what the next edit begins with. */
  const base = useRef<Tree>({ ...scene.brief });

  useEffect(
    () =>
      outbox().onAnswer((sent, answer) => {
        if (sent.lane !== lane) return;
        const { revision, brief } = answer as SceneView;
        const elsewhere = revision > ownRevision.current + 1;
        ownRevision.current = revision;
        base.current = { ...brief };
        // What was joined from another window is shown, unless something newer is being typed.
        if (elsewhere && waiting(scene.id) === undefined) setDraft({ ...brief });
      }),
    [lane, scene.id],
  );
  // An undo, or an edit in another window, replaces the draft; an own edit never does.
  useEffect(() => {
    if (
      scene.revision !== ownRevision.current &&
      keeping !== "keeping" &&
      keeping !== "offline" &&
      keeping !== "busy"
    ) {
      ownRevision.current = scene.revision;
      base.current = { ...scene.brief };
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
      outbox().put(intent(lane, "brief", scene.id, { brief: next, before: base.current, label }), pause);
    };
    return {
      type: (path: string, text: string, label: string) =>
        change(path, typed(path, text, String(read(latest.current, "light.kind"))), label, PAUSE_MS),
      /** A slider is answered while it moves: one question is on its way at a time, the last one always follows. */
      slide: (path: string, value: number, label: string) => change(path, value, label, 0),
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

  const clash = refused?.refusal.clash;
  const settle = clash && {
    fields: refused.refusal.fields,
    mine: () => {
      const [brief, before] = [clash.joined as Tree, clash.theirs as Tree];
      setDraft(brief);
      outbox().put(intent(lane, "brief", scene.id, { brief, before, label: "both edits" }));
    },
    theirs: () => {
      outbox().drop(lane);
      base.current = clash.theirs as Tree;
      setDraft(base.current);
      return renew(cache, { queryKey: KEYS.scene(scene.id) });
    },
  };
  return { brief, keeping, clash: settle ?? null };
}

export type BriefDraft = ReturnType<typeof useBriefDraft>["brief"];
