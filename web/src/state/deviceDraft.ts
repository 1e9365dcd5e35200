/**
 * A device document kept as it is edited, with its own undo. What is refused stays typed, says
 * why, and waits in this browser until it can be kept.
 */

import { useEffect, useState } from "react";
import type { Tree } from "../domain/cells";
import { byPlace, deviceMeant, type Typed, typedDevice } from "../domain/deviceForm";
import type { Device } from "../domain/documents";
import type { Grid } from "../domain/grid";
import { intent, lanes } from "./outbox/intents";
import { outbox, useLane } from "./outbox/use";
import { useSteps } from "./undo";

const PAUSE_MS = 450;

export function useDeviceDraft(deviceId: string, device: Device) {
  const lane = lanes.device(deviceId);
  const base = device as unknown as Tree;
  const { keeping, refused } = useLane(lane);
  const [resumed] = useState(
    () => (outbox().body(lane, "device", deviceId) as { typed: Typed } | undefined)?.typed ?? null,
  );
  const [typed, setTyped] = useState<Typed>(() => resumed ?? typedDevice(base));
  // What waits for its pause is sent when the page is left.
  useEffect(() => () => outbox().hurry(lane), [lane]);

  const keep = (next: Typed) => {
    setTyped(next);
    const document = deviceMeant(next, base) as Record<string, unknown>;
    outbox().put(intent(lane, "device", deviceId, { document, typed: next }), PAUSE_MS);
  };
  const { remember, ...steps } = useSteps<Typed>(lane, keep);
  const change = (where: string, next: Typed) => {
    remember(where, typed, next);
    keep(next);
  };
  const told = refused?.refusal;
  const fields = told?.fields.length ? told.fields : told ? [{ path: [], message: told.message }] : [];

  return {
    ...steps,
    typed,
    keeping,
    problems: byPlace(fields),
    resumed: resumed !== null,
    setField: (path: string, text: string) =>
      change(path, { ...typed, fields: { ...typed.fields, [path]: text } }),
    setTable: (path: string, grid: Grid) =>
      grid === typed.tables[path]
        ? undefined
        : change(`table ${path} ${Date.now()}`, { ...typed, tables: { ...typed.tables, [path]: grid } }),
  };
}

export type DeviceDraft = ReturnType<typeof useDeviceDraft>;
