import { clock } from "../../domain/day/times";
import type { CardView } from "../../domain/documents";
import { useDay } from "../../state/day/day";
import { useShoot } from "../../state/queries";

/** The card of a second set: the same picture for the light in which the first ends, in a preset slot of its own. */
export function SecondCard({ card }: { card: CardView }) {
  const shoot = useShoot(card.shoot_id).data;
  const known = shoot?.day != null && shoot.latitude_deg != null && shoot.longitude_deg != null;
  const day = useDay(card.shoot_id, known).data;
  const camera = day?.scenes
    .find((one) => one.id === card.scene_id)
    ?.cameras.find((one) => one.setup_id === card.setup_id);
  const second = camera?.second;
  if (!day || !second) return null;
  return (
    <article
      className="card-sheet mt-3 border rule bg-paper print:break-before-page print:border-0"
      aria-label={`Second card: ${card.scene_name}, ${card.device_name}`}
    >
      <header className="border-b-2 border-ink px-4 py-2">
        <h2 className="text-[1.4em]">Slot {second.slot}, for the light after</h2>
        <p className="text-soft">
          {second.begins == null ? "" : `From ${clock(second.begins, day.jump)}. `}As slot {card.slot}, but
          for these; dial it in beforehand, and change at a press.
        </p>
      </header>
      <ol aria-label="Otherwise than the first">
        {second.lines.map((line) => (
          <li
            key={line.setting}
            className="flex items-baseline justify-between gap-3 border-b border-hair/60 px-4 py-[0.32em]"
          >
            <span className="font-semibold">{line.label}</span>
            <span className="text-[1.45em] font-bold">{line.text}</span>
          </li>
        ))}
      </ol>
    </article>
  );
}
