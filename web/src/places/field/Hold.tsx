import { useEffect, useRef } from "react";
import { Bar } from "../../ui/Bar";
import { Press } from "../../ui/Press";

/** A take under way: how long it is held, and a buzz when it is long enough. */
export function Hold({
  seconds,
  wanted,
  onCount,
  onStop,
}: {
  seconds: number;
  wanted: number;
  onCount: () => void;
  onStop: () => void;
}) {
  const buzzed = useRef(false);
  const long = seconds >= wanted;
  useEffect(() => {
    if (!long || buzzed.current) return;
    buzzed.current = true;
    navigator.vibrate?.([120, 60, 120]);
  }, [long]);
  return (
    <section aria-label="Holding" className="mt-2">
      <p role="timer" className="text-center font-title text-[64px] leading-none font-semibold tabular-nums">
        {Math.floor(seconds)}
        <span className="text-verdict"> of {wanted} s</span>
      </p>
      <div className="my-2">
        <Bar share={seconds / wanted} label="Held" />
      </div>
      <p role="status" className="mb-2 text-center font-semibold">
        {long ? "Long enough." : "Hold still."}
      </p>
      <div className="grid grid-cols-[1fr_auto] gap-2">
        <Press look="strong" className="tall text-verdict" onClick={onCount}>
          Stop: it is a take
        </Press>
        <Press className="tall" onClick={onStop}>
          No take
        </Press>
      </div>
    </section>
  );
}
