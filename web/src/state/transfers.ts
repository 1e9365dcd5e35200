/** A file on its way to or from the service: how far it is, stopping it, what was refused. */

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { type Far, Stopped, transfer } from "../client/transfer";
import type { JobView } from "../domain/documents";
import { CalledOff, callOffJob, jobEnded } from "./jobs";
import { renew } from "./renew";

function useTransfer(whenDone: (file: Blob, given: { url: string; name: string }) => void) {
  const [far, setFar] = useState<Far | null>(null);
  const stop = useRef<AbortController | null>(null);
  const act = useMutation({
    mutationFn: ({ url, body }: { url: string; name: string; body?: File }) => {
      stop.current = new AbortController();
      return transfer({ url, body, signal: stop.current.signal, onFar: setFar });
    },
    onSuccess: whenDone,
    onSettled: () => setFar(null),
  });
  const stopped = act.error instanceof Stopped;
  return { ...act, error: stopped ? null : act.error, far, stop: () => stop.current?.abort() };
}

/** Take a file out: it is made, comes and is kept under its name. */
export const useTakeOut = () =>
  useTransfer((file, { name }) => {
    const link = document.createElement("a");
    link.href = URL.createObjectURL(file);
    link.download = name;
    link.click();
    // The browser has taken it over by then.
    setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
  });

/**
 * Have the service make what is at an address that never changes; it is at hand in this browser then. Once it is
 * wished it is made anew when the address becomes another, until it is stopped.
 */
export function useMade(address: string) {
  const { mutate, isPending, isSuccess, variables, far, error, stop } = useTransfer(() => undefined);
  const [wished, setWished] = useState(false);
  const asked = variables?.url === address;
  useEffect(() => {
    if (wished && !isPending && !asked) mutate({ url: address, name: "" });
  }, [wished, isPending, asked, address, mutate]);
  return {
    ready: isSuccess && asked,
    far: wished ? far : null,
    error: error && asked ? "It could not be made just now." : null,
    start: () => {
      setWished(true);
      if (asked && !isSuccess && !isPending) mutate({ url: address, name: "" });
    },
    stop: () => {
      setWished(false);
      stop();
    },
  };
}

/** Bring an archive in: all of it or nothing. It is sent, and then kept by a job that tells how far it is. */
export function useBringIn() {
  const cache = useQueryClient();
  const [far, setFar] = useState<Far | null>(null);
  const stopped = useRef<AbortController | null>(null);
  const act = useMutation({
    mutationFn: async (body: File) => {
      const stop = new AbortController();
      stopped.current = stop;
      const sent = await transfer({ url: "/api/account/archive", body, signal: stop.signal, onFar: setFar });
      const job = JSON.parse(await sent.text()) as JobView;
      stop.signal.addEventListener("abort", () => void callOffJob(job.id));
      await jobEnded(job, ({ progress }) => setFar({ way: "come", share: progress }));
    },
    onSuccess: () => renew(cache),
    onSettled: () => setFar(null),
  });
  const calledOff = act.error instanceof CalledOff || act.error instanceof Stopped;
  return { ...act, error: calledOff ? null : act.error, far, stop: () => stopped.current?.abort() };
}
