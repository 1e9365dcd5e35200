/**
 * A device document kept as it is edited, with its own undo. What is refused stays typed, says
 * why, and waits in this browser until it can be kept.
 */

import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Device, got, Refused } from "../api/client";
import type { Tree } from "../domain/cells";
import { byPlace, deviceMeant, type Typed, typedDevice } from "../domain/deviceForm";
import type { Grid } from "../domain/grid";
import type { Keeping } from "../domain/keeping";
import { refreshKit } from "./kit";

const PAUSE_MS = 450;
const RETRY_MS = 2500;
const MOST_STEPS = 200;

const shelf = (deviceId: string) => `steady-tide.unkept.${deviceId}`;

function shelved(deviceId: string): Typed | null {
  try {
    const text = localStorage.getItem(shelf(deviceId));
    return text ? (JSON.parse(text) as Typed) : null;
  } catch {
    return null;
  }
}

export function useDeviceDraft(deviceId: string, device: Device) {
  const cache = useQueryClient();
  const base = device as unknown as Tree;
  const [resumed] = useState(() => shelved(deviceId));
  const [typed, setTyped] = useState<Typed>(() => resumed ?? typedDevice(base));
  const [past, setPast] = useState<Typed[]>(() => (resumed ? [typedDevice(base)] : []));
  const [future, setFuture] = useState<Typed[]>([]);
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const [problems, setProblems] = useState<Map<string, string>>(new Map());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const waiting = useRef<Typed | null>(null);
  const turn = useRef(0);

  const send = useCallback(
    async (next: Typed) => {
      waiting.current = null;
      const mine = turn.current;
      try {
        const answer = await got(
          api.PUT("/api/kit/devices/{device_id}", {
            params: { path: { device_id: deviceId } },
            body: deviceMeant(next, base) as unknown as Device,
          }),
        );
        if (mine !== turn.current) return;
        localStorage.removeItem(shelf(deviceId));
        setProblems(new Map());
        setKeeping("kept");
        cache.setQueryData(["device", deviceId], answer);
        refreshKit(cache, deviceId);
      } catch (error) {
        if (mine !== turn.current) return;
        if (error instanceof Refused) {
          const told = error.fields.length ? error.fields : [{ path: [], message: error.message }];
          setProblems(byPlace(told));
          setKeeping("refused");
        } else {
          setKeeping("offline");
          timer.current = setTimeout(() => send(next), RETRY_MS);
        }
      }
    },
    [cache, deviceId, base],
  );

  const keep = useCallback(
    (next: Typed) => {
      setTyped(next);
      setKeeping("keeping");
      turn.current += 1;
      waiting.current = next;
      localStorage.setItem(shelf(deviceId), JSON.stringify(next));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => send(next), PAUSE_MS);
    },
    [send, deviceId],
  );

  const sendLatest = useRef(send);
  sendLatest.current = send;
  // What was resumed is tried again at once; what waits is sent when the page is left.
  useEffect(() => {
    if (resumed) sendLatest.current(resumed);
    return () => {
      clearTimeout(timer.current);
      if (waiting.current) sendLatest.current(waiting.current);
    };
  }, [resumed]);

  const change = (next: Typed) => {
    setPast([...past.slice(-MOST_STEPS), typed]);
    setFuture([]);
    keep(next);
  };
  const step = (from: Typed[], setFrom: (to: Typed[]) => void, to: Typed[], setTo: (to: Typed[]) => void) => {
    const next = from.at(-1);
    if (!next) return;
    setFrom(from.slice(0, -1));
    setTo([...to, typed]);
    keep(next);
  };

  return {
    typed,
    keeping,
    problems,
    resumed: resumed !== null,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    undo: () => step(past, setPast, future, setFuture),
    redo: () => step(future, setFuture, past, setPast),
    setField: (path: string, text: string) => change({ ...typed, fields: { ...typed.fields, [path]: text } }),
    setTable: (path: string, grid: Grid) =>
      grid === typed.tables[path]
        ? undefined
        : change({ ...typed, tables: { ...typed.tables, [path]: grid } }),
  };
}

export type DeviceDraft = ReturnType<typeof useDeviceDraft>;
