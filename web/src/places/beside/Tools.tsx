import type { KeyboardEvent } from "react";
import { type Place, panned, WHOLE, zoomed } from "../../domain/bench/beside";
import type { Seeing } from "../../domain/bench/picture";
import { Button } from "../../ui/Button";
import { Flip } from "../../ui/Flip";

const CLOSER = 1.4;
const STEP = 0.15;

const MOVES: Record<string, (place: Place) => Place> = {
  "+": (place) => zoomed(place, CLOSER),
  "=": (place) => zoomed(place, CLOSER),
  "-": (place) => zoomed(place, 1 / CLOSER),
  "0": () => WHOLE,
  ArrowLeft: (place) => panned(place, -STEP, 0),
  ArrowRight: (place) => panned(place, STEP, 0),
  ArrowUp: (place) => panned(place, 0, -STEP),
  ArrowDown: (place) => panned(place, 0, STEP),
};

/** All pictures moved together by a key, unless something else takes it. */
export function moved(event: KeyboardEvent, place: Place, onPlace: (place: Place) => void) {
  const move = MOVES[event.key];
  if (!move || (event.target as HTMLElement).closest("input, select, [role=slider]")) return;
  event.preventDefault();
  onPlace(move(place));
}

/** How all pictures are looked at. wiping: null where there are not two. */
export function Tools({
  seeing,
  onSee,
  place,
  onPlace,
  wiping,
  onWipe,
  said,
}: {
  seeing: Seeing;
  onSee: (seeing: Seeing) => void;
  place: Place;
  onPlace: (place: Place) => void;
  wiping: boolean | null;
  onWipe: (wiping: boolean) => void;
  said: string;
}) {
  const closer = place.zoom > 1;
  return (
    <div className="mb-2 flex flex-wrap items-center gap-2 print:hidden">
      <Button aria-label="Nearer" onClick={() => onPlace(zoomed(place, CLOSER))}>
        +
      </Button>
      <Button aria-label="Farther" disabled={!closer} onClick={() => onPlace(zoomed(place, 1 / CLOSER))}>
        −
      </Button>
      <Button look="quiet" disabled={!closer} onClick={() => onPlace(WHOLE)}>
        Whole
      </Button>
      <Flip words="Graded" on={seeing.graded} onFlip={(graded) => onSee({ ...seeing, graded })} />
      <Flip words="Pixels" on={seeing.peek} onFlip={(peek) => onSee({ ...seeing, peek })} />
      {wiping === null ? null : <Flip words="Wipe" on={wiping} onFlip={onWipe} />}
      <Button look="quiet" onClick={() => window.print()}>
        Print as a contact sheet
      </Button>
      <span role="status" className="text-note text-soft">
        {closer ? `${place.zoom.toFixed(1)} times ` : ""}
        {said}
      </span>
    </div>
  );
}
