/**
 * A device document kept as it is edited, with its own undo. What is refused stays typed, says
 * why, and waits in this browser until it can be kept.
 */

import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { Tree } from "../../domain/cells";
import type { Device } from "../../domain/documents";
import type { Grid } from "../../domain/grid";
import { byPlace, deviceMeant, type Typed, typedDevice } from "../../domain/kit/deviceForm";
import { intent, lanes } from "../outbox/intents";
import { outbox, useLane } from "../outbox/use";
import { useSteps } from "../undo";

const PAUSE_MS = 450;

export function useDeviceDraft(deviceId: string, device: Device) {
  const lane = lanes.device(deviceId);
  const cache = useQueryClient();
  const base = device as unknown as Tree;
  /** What the service has, as far as this page knows. */
  const known = useRef(base);
  const { keeping, refused } = useLane(lane);
  const [resumed] = useState(
    () => (outbox().body(lane, "device", deviceId) as { typed: Typed } | undefined)?.typed ?? null,
  );
  const [typed, setTyped] = useState<Typed>(() => resumed ?? typedDevice(base));
  // What waits for its pause is sent when the page is left.
  useEffect(() => () => outbox().hurry(lane), [lane]);
  useEffect(
    () =>
      outbox().onAnswer((sent, answer) => {
        if (sent.lane === lane) known.current = answer as Tree;
      }),
    [lane],
  );

  const keep = (next: Typed) => {
    setTyped(next);
    const document = deviceMeant(next, base) as Record<string, unknown>;
    const before = known.current;
    outbox().put(intent(lane, "device", deviceId, { document, before, typed: next }), PAUSE_MS);
  };
  const { remember, ...steps } = useSteps<Typed>(lane, keep);
  const change = (where: string, next: Typed) => {
    remember(where, typed, next);
    keep(next);
  };
  const told = refused?.refusal;
  const clash = told?.clash;
  const take = (document: Tree) => setTyped(typedDevice(document));
  const settle = clash && {
    fields: told.fields,
    mine: () => {
      const [document, before] = [clash.joined as Tree, clash.theirs as Tree];
      take(document);
      outbox().put(intent(lane, "device", deviceId, { document, before, typed: typedDevice(document) }));
    },
    theirs: () => {
      outbox().drop(lane);
      known.current = clash.theirs as Tree;
      take(known.current);
      cache.setQueryData(["device", deviceId], clash.theirs);
    },
  };
  const fields = told?.fields.length ? told.fields : told ? [{ path: [], message: told.message }] : [];

  return {
    ...steps,
    typed,
    keeping,
    problems: byPlace(fields),
    resumed: resumed !== null,
    clash: settle ?? null,
    setField: (path: string, text: string) =>
      change(path, { ...typed, fields: { ...typed.fields, [path]: text } }),
    setTable: (path: string, grid: Grid) =>
      grid === typed.tables[path]
        ? undefined
        : change(`table ${path} ${Date.now()}`, { ...typed, tables: { ...typed.tables, [path]: grid } }),
  };
}

export type DeviceDraft = ReturnType<typeof useDeviceDraft>;
