import { useState } from "react";
import { usePurchases } from "../../state/bench/helps";
import { useShoots } from "../../state/queries";
import { Button } from "../../ui/Button";
import { Select } from "../../ui/Select";

/** Which single things would help most scenes of a shoot. */
export function Purchases() {
  const shoots = useShoots();
  const [chosen, setChosen] = useState("");
  const [asked, setAsked] = useState<string | null>(null);
  const found = usePurchases(asked);
  const offered = (shoots.data ?? []).filter((shoot) => shoot.scenes.length > 0);
  const shoot = chosen || offered[0]?.id || "";
  if (offered.length === 0) return null;
  return (
    <section aria-label="What to get" className="border-t rule px-4 py-3">
      <div className="flex flex-wrap items-center gap-2">
        <h3 className="text-lead font-semibold">What to get for</h3>
        <Select
          aria-label="Shoot"
          value={shoot}
          choices={offered.map((one) => ({ value: one.id, text: one.name }))}
          onChoose={setChosen}
        />
        <Button onClick={() => setAsked(shoot)}>Plan every scene with ordinary things</Button>
      </div>
      {asked !== null && found.isPending ? (
        <p role="status" className="mt-1 text-soft">
          Planning every scene with this and that …
        </p>
      ) : null}
      {found.data?.length === 0 ? (
        <p className="mt-1">Nothing single would help: what the bag has is enough for this shoot.</p>
      ) : null}
      <ol className="mt-1">
        {(found.data ?? []).slice(0, 6).map((one) => (
          <li
            key={one.key}
            className="flex items-baseline justify-between gap-4 border-b border-hair/50 py-0.5"
          >
            <span>
              <span className="font-semibold">{one.label}</span> helps {one.scenes.join(", ")}
            </span>
            <span className="text-right text-note text-soft">
              {one.held_stops >= 0.3 ? `${one.held_stops.toFixed(1)} stops more held, ` : ""}
              {one.saves.toFixed(1)} less to pay
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
