import type { Device } from "../../domain/documents";
import { useDialled, useForgetSlot } from "../../state/kit/kit";
import { Button } from "../../ui/Button";

/** What is known to be dialled into a camera now, by preset slot: its values that are not as it comes. */
export function OnItNow({ deviceId, device }: { deviceId: string; device: Device }) {
  const slots = useDialled(deviceId);
  const forget = useForgetSlot(deviceId);
  if (!slots.data) return null;
  const defaults = new Map(device.menu.map((entry) => [String(entry.setting), String(entry.default)]));
  const known = slots.data.filter((slot) => slot.values.length > 0);
  return (
    <section aria-label="On it now" className="mb-4 border rule bg-paper">
      <header className="flex flex-wrap items-baseline gap-3 border-b rule px-4 py-2">
        <h2 className="text-head">On it now</h2>
        <span className="text-note text-soft">
          as last read back from the camera; only what differs from how it comes
        </span>
      </header>
      {known.length === 0 ? (
        <p className="px-4 py-2 text-soft">
          Nothing is known yet. Dial a card in and press “All dialled in”: from then on a card shows only what
          must change.
        </p>
      ) : (
        <ul>
          {known.map(({ slot, values }) => {
            const changed = values.filter((one) => one.value !== defaults.get(one.setting));
            const latest = values.map((one) => one.confirmed_at).reduce((a, b) => (a > b ? a : b));
            return (
              <li key={slot} className="flex items-baseline gap-4 border-b border-hair/60 px-4 py-1.5">
                <span className="w-14 shrink-0 text-lead font-semibold">Slot {slot}</span>
                <span className="min-w-0">
                  {changed.length === 0 ? "as it comes" : null}
                  {changed.map((one, index) => (
                    <span key={one.setting}>
                      {index ? "; " : ""}
                      <span className="text-soft">{one.label}</span> {one.value}
                    </span>
                  ))}
                </span>
                <span className="ml-auto shrink-0 text-note text-soft">
                  {new Date(latest).toLocaleDateString("en-GB", {
                    day: "numeric",
                    month: "short",
                    year: "numeric",
                  })}
                </span>
                <Button
                  look="quiet"
                  className="shrink-0 px-1.5 py-0 text-note text-soft"
                  disabled={forget.isPending}
                  aria-label={`Slot ${slot} is not known any more`}
                  onClick={() => forget.mutate(slot)}
                >
                  Not known any more
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
