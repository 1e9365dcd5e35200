/** A mode table kept as it is edited, with its own undo; what is refused stays typed and says why. */

import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Device, got, Refused } from "../api/client";
import { byCell, csvOf, type Grid, gridOf } from "../domain/grid";
import type { Keeping } from "../domain/keeping";

const PAUSE_MS = 500;
const RETRY_MS = 2500;
const MOST_STEPS = 200;

export function useModeGrid(deviceId: string, device: Device) {
  const cache = useQueryClient();
  const [grid, setGrid] = useState<Grid>(() => gridOf(device.modes));
  const [past, setPast] = useState<Grid[]>([]);
  const [future, setFuture] = useState<Grid[]>([]);
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const [problems, setProblems] = useState<Map<string, string>>(new Map());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const wanted = useRef(0);

  const send = useCallback(
    async (next: Grid, turn: number) => {
      try {
        const answer = await got(
          api.PUT("/api/kit/devices/{device_id}/modes", {
            params: { path: { device_id: deviceId } },
            body: { csv: csvOf(next) },
          }),
        );
        if (turn !== wanted.current) return;
        setProblems(new Map());
        setKeeping("kept");
        cache.setQueryData(["device", deviceId], answer);
        for (const key of ["devices", "strengths", "warnings", "shoots", "scene", "card"]) {
          cache.invalidateQueries({ queryKey: [key] });
        }
      } catch (error) {
        if (turn !== wanted.current) return;
        if (error instanceof Refused) {
          setProblems(byCell(error.fields.length ? error.fields : [{ path: [], message: error.message }]));
          setKeeping("refused");
        } else {
          setKeeping("offline");
          timer.current = setTimeout(() => send(next, turn), RETRY_MS);
        }
      }
    },
    [cache, deviceId],
  );

  const keep = useCallback(
    (next: Grid) => {
      setGrid(next);
      setKeeping("keeping");
      wanted.current += 1;
      const turn = wanted.current;
      clearTimeout(timer.current);
      timer.current = setTimeout(() => send(next, turn), PAUSE_MS);
    },
    [send],
  );

  useEffect(() => () => clearTimeout(timer.current), []);

  const change = (next: Grid) => {
    if (next === grid) return;
    setPast([...past.slice(-MOST_STEPS), grid]);
    setFuture([]);
    keep(next);
  };

  const step = (from: Grid[], setFrom: (to: Grid[]) => void, to: Grid[], setTo: (to: Grid[]) => void) => {
    const next = from.at(-1);
    if (!next) return;
    setFrom(from.slice(0, -1));
    setTo([...to, grid]);
    keep(next);
  };

  return {
    grid,
    keeping,
    problems,
    change,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    undo: () => step(past, setPast, future, setFuture),
    redo: () => step(future, setFuture, past, setPast),
  };
}
