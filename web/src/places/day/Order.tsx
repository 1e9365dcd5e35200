import { useState } from "react";
import { clock } from "../../domain/day/times";
import type { DayView, OrderView } from "../../domain/documents";
import type { FilmingState } from "../../state/day/day";
import { askOrder } from "../../state/day/dayCalls";
import { Button } from "../../ui/Button";

/** A better order of the scenes: asked for, shown with what it gains, taken or refused; taken ones can be put back. */
export function Order({ film, day }: { film: FilmingState; day: DayView }) {
  const [found, setFound] = useState<OrderView | null>(null);
  const [taken, setTaken] = useState<OrderView | null>(null);
  const [busy, setBusy] = useState(false);
  const ask = async () => {
    setBusy(true);
    setTaken(null);
    setFound(await askOrder(day.shoot_id).catch(() => null));
    setBusy(false);
  };
  if (taken) {
    return (
      <p role="status" className="text-small">
        The order is changed.{" "}
        <Button
          look="quiet"
          onClick={() => {
            film.takeOrder(taken.moves, true);
            setTaken(null);
          }}
        >
          Put it back
        </Button>
      </p>
    );
  }
  if (!found) {
    return (
      <Button look="quiet" className="text-soft" disabled={busy} onClick={ask}>
        {busy ? "Trying every order…" : "Propose an order"}
      </Button>
    );
  }
  if (found.moves.length === 0) {
    return (
      <p role="status" className="text-small text-soft">
        {found.words}
      </p>
    );
  }
  return (
    <section
      aria-label="Proposed order"
      className="my-1 w-full border-l-4 border-sea bg-paper px-3 py-2 text-small"
    >
      <p className="font-title text-lead font-semibold">{found.words}</p>
      <p>
        {found.moves
          .map(
            (move) =>
              `${move.name} at ${clock(move.starts, day.jump)} instead of ${clock(move.starts_before, day.jump)}`,
          )
          .join("; ")}
        .
      </p>
      <p className="text-soft">
        Minutes outside the marks, all cameras together: {found.minutes_out_before} now, {found.minutes_out}{" "}
        then; farthest out {found.worst_stops_before.toFixed(1)} stops now, {found.worst_stops.toFixed(1)}{" "}
        then; on the way {found.travel_minutes_before} min now, {found.travel_minutes} then. With the best
        filter and ISO for each scene; fixed times stay.
      </p>
      <div className="mt-1 flex gap-3">
        <Button
          look="strong"
          onClick={() => {
            film.takeOrder(found.moves);
            setTaken(found);
            setFound(null);
          }}
        >
          Take it
        </Button>
        <Button onClick={() => setFound(null)}>Not today</Button>
      </div>
    </section>
  );
}
