import { type Place, transformOf } from "../../domain/bench/beside";
import type { Seeing } from "../../domain/bench/picture";
import type { PictureView } from "../../domain/documents";
import { PulledAside } from "../../ui/PulledAside";
import { Shown } from "../bench/ScenePicture";

type Side = { picture: PictureView; label: string };

/** Two pictures over one another, on one place of them. */
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
  const sheet = (side: Side) => (
    <div className="overflow-hidden">
      <div style={{ transform: transformOf(place) }}>
        <Shown picture={side.picture} seeing={seeing} words={side.label} waiting={false} />
      </div>
    </div>
  );
  return (
    <section aria-label="Wipe" className="mx-auto mb-3 max-w-[70rem]">
      <PulledAside left={left.label} right={right.label} upper={sheet(left)} lower={sheet(right)} />
    </section>
  );
}
