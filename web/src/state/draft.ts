/** Edits of a brief kept as they are made: what is typed stays, what is refused says so beside its field. */

import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Brief, got, Refused, type SceneView } from "../api/client";
import { read, typed, write } from "../domain/brief";
import type { Keeping } from "../domain/keeping";
import { KEYS } from "./queries";
import { renew } from "./renew";

const PAUSE_MS = 260;
/** A slider is answered while it moves: one question is on its way at a time, the last one always follows. */
const SLIDE_MS = 16;
const RETRY_MS = 2500;

type Tree = Record<string, unknown>;

export function useBriefDraft(scene: SceneView) {
  const cache = useQueryClient();
  const [draft, setDraft] = useState<Tree>(() => ({ ...scene.brief }));
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const [refused, setRefused] = useState<Refused | null>(null);
  const latest = useRef<{ tree: Tree; label: string } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const busy = useRef(false);
  const ownRevision = useRef(scene.revision);

  // An undo, or an edit in another window, replaces the draft; an own edit never does.
  useEffect(() => {
    if (scene.revision !== ownRevision.current && latest.current === null) {
      ownRevision.current = scene.revision;
      setDraft({ ...scene.brief });
      setRefused(null);
      setKeeping("kept");
    }
  }, [scene.revision, scene.brief]);

  const send = useCallback(async () => {
    const edit = latest.current;
    if (edit === null || busy.current) return;
    busy.current = true;
    setKeeping("keeping");
    try {
      const answer = await got(
        api.PUT("/api/scenes/{scene_id}", {
          params: { path: { scene_id: scene.id } },
          body: { label: edit.label, brief: edit.tree as unknown as Brief },
        }),
      );
      ownRevision.current = answer.revision;
      if (latest.current === edit) latest.current = null;
      cache.setQueryData(KEYS.scene(scene.id), answer);
      renew(cache, { queryKey: KEYS.shoots });
      setRefused(null);
      setKeeping("kept");
    } catch (error) {
      if (error instanceof Refused) {
        if (latest.current === edit) latest.current = null;
        setRefused(error);
        setKeeping("refused");
      } else {
        setKeeping("offline");
        timer.current = setTimeout(send, RETRY_MS);
      }
    } finally {
      busy.current = false;
      if (latest.current !== null && latest.current !== edit) send();
    }
  }, [cache, scene.id]);

  // What is still waiting for its pause is sent when the page is left.
  useEffect(
    () => () => {
      clearTimeout(timer.current);
      send();
    },
    [send],
  );

  const change = useCallback(
    (next: Tree, label: string, pause: number) => {
      setDraft(next);
      setKeeping("keeping");
      latest.current = { tree: next, label };
      clearTimeout(timer.current);
      timer.current = setTimeout(send, pause);
    },
    [send],
  );

  return {
    draft,
    keeping,
    refused,
    value: (path: string) => read(draft, path),
    problem: (path: string) => refused?.at(`brief.${path}`),
    type: (path: string, text: string, label: string) =>
      change(write(draft, path, typed(path, text)), label, PAUSE_MS),
    slide: (path: string, value: number, label: string) => change(write(draft, path, value), label, SLIDE_MS),
    choose: (path: string, value: unknown, label: string) => change(write(draft, path, value), label, 0),
  };
}

export type BriefDraft = ReturnType<typeof useBriefDraft>;
