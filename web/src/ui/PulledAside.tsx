import { type ReactNode, useState } from "react";
import { Slider } from "./Slider";

/** Two things over one another, the upper one pulled aside like a sheet. left, right: what each is called. */
export function PulledAside({
  left,
  right,
  upper,
  lower,
}: {
  left: string;
  right: string;
  upper: ReactNode;
  lower: ReactNode;
}) {
  const [share, setShare] = useState(50);
  return (
    <>
      <div className="relative overflow-hidden">
        {lower}
        <div
          className="absolute inset-0 shadow-lg"
          style={{ clipPath: `inset(0 ${100 - share}% 0 0)` }}
          data-testid="upper"
        >
          {upper}
        </div>
        <div className="pointer-events-none absolute inset-y-0 w-px bg-paper" style={{ left: `${share}%` }} />
      </div>
      <div className="mt-1 flex items-center gap-3 text-note">
        <span>{left}</span>
        <Slider
          label="Edge of the sheet"
          className="flex-1"
          value={share}
          min={0}
          max={100}
          step={1}
          text={(value) => `${value} %`}
          onSlide={setShare}
        />
        <span>{right}</span>
      </div>
    </>
  );
}
