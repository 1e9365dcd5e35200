import { handled } from "../../domain/day/day";
import { REACH_WORDS, SWAP_WORDS } from "../../domain/day/swaps";
import { clock } from "../../domain/day/times";
import type { DayView } from "../../domain/documents";
import { metres } from "../../domain/habits";
import { NO_FILTER } from "../../domain/kit/bag";

/** The changes of the day, as in a tide table: when at the latest, from when on, what, and if it is skipped. */
export function Changes({ day }: { day: DayView }) {
  const begins = day.swaps.filter((one) => one.kind === "start" && one.glass !== NO_FILTER);
  const swaps = handled(day.swaps);
  return (
    <div className="overflow-x-auto border rule bg-paper px-3 py-2 text-small">
      {begins.length ? (
        <p className="mb-1">
          Begin with{" "}
          {begins.map((one) => `${one.after} on ${one.device_name} for ${one.scene_name}`).join("; ")}.
        </p>
      ) : null}
      {swaps.length === 0 ? (
        <p className="text-soft">Nothing has to be changed on any camera once its day has begun.</p>
      ) : (
        <table className="w-full" aria-label="Changes of the day">
          <thead>
            <tr className="border-b-2 border-ink text-left text-note text-soft">
              <th className="py-1 pr-3 font-normal">Latest</th>
              <th className="pr-3 font-normal">From</th>
              <th className="pr-3 font-normal">Camera</th>
              <th className="pr-3 font-normal">Change</th>
              <th className="pr-3 font-normal">Where</th>
              <th className="pr-3 font-normal">If it is skipped</th>
            </tr>
          </thead>
          <tbody>
            {swaps.map((one) => (
              <tr
                key={`${one.setup_id} ${one.kind} ${one.minute}`}
                className="border-b border-hair/60 align-baseline"
              >
                <td className="py-1 pr-3 font-title text-head font-semibold">
                  {clock(one.minute, day.jump)}
                </td>
                <td className="pr-3 text-soft">{clock(one.earliest, day.jump)}</td>
                <td className="pr-3 leading-tight">{one.device_name}</td>
                <td className="pr-3 leading-tight">
                  {one.kind === "preset" ? null : <span className="text-soft">{SWAP_WORDS[one.kind]} </span>}
                  <span className="font-semibold">{one.after}</span>{" "}
                  <span className="text-soft">instead of {one.before}</span>
                </td>
                <td className="pr-3 leading-tight">
                  {one.while_filming
                    ? `while filming ${one.scene_name}${one.depth_m ? `, about ${metres(Math.round(one.depth_m))} down` : ""}: ${REACH_WORDS[one.reachable]}`
                    : `before ${one.scene_name}`}
                </td>
                <td className={one.kind === "preset" && !one.while_filming ? "text-soft" : ""}>
                  {one.skipped}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1 text-fine text-soft">
        The fewest changes of filter, ISO and preset that keep most of every scene within its marks; how well
        a camera can be reached is said with each scene. Where a set ends, a second one with the same picture
        is planned for a free slot: dial it in beforehand. Weights between a swap ashore and one in motion are
        assumed.
      </p>
    </div>
  );
}
