import { useState } from "react";
import { type Place, transformOf } from "../../domain/beside";
import type { PictureView } from "../../domain/documents";
import type { Seeing } from "../../domain/picture";
import { Slider } from "../../ui/Slider";
import { Shown } from "../bench/ScenePicture";

type Side = { picture: PictureView; label: string };

/** Two pictures over one another, the upper one pulled aside like a sheet. */
export function Wipe({
  left,
  right,
  seeing,
  place,
}: {
  left: Side;
  right: Side;
  seeing: Seeing;
  place: Place;
}) {
  const [share, setShare] = useState(50);
  const sheet = (side: Side) => (
    <div className="overflow-hidden">
      <div style={{ transform: transformOf(place) }}>
        <Shown picture={side.picture} seeing={seeing} words={side.label} waiting={false} />
      </div>
    </div>
  );
  return (
    <section aria-label="Wipe" className="mx-auto mb-3 max-w-[70rem]">
      <div className="relative">
        {sheet(right)}
        <div
          className="absolute inset-0 shadow-lg"
          style={{ clipPath: `inset(0 ${100 - share}% 0 0)` }}
          data-testid="upper"
        >
          {sheet(left)}
        </div>
        <div className="pointer-events-none absolute inset-y-0 w-px bg-paper" style={{ left: `${share}%` }} />
      </div>
      <div className="mt-1 flex items-center gap-3 text-note">
        <span>{left.label}</span>
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
        <span>{right.label}</span>
      </div>
    </section>
  );
}
