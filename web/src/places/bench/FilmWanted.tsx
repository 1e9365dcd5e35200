import { useState } from "react";
import { Refused } from "../../domain/refused";
import type { BriefDraft } from "../../state/bench/draft";
import { useWorkOut } from "../../state/sums/quick";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/TextField";

/** Of length, film and interval any two give the third: seconds of film set the interval, or how long it runs. */
export function FilmWanted({ draft }: { draft: BriefDraft }) {
  const [typed, setTyped] = useState("");
  const work = useWorkOut();
  const said = {
    sum: "interval",
    film_s: typed,
    hours: draft.value("lapse.hours"),
    interval_s: draft.value("lapse.interval_s"),
    timeline_rate: rateOf(draft.value("delivery.timeline_rate")),
  };
  const settle = (wanted: "interval" | "hours") =>
    work.mutate(
      { ...said, wanted },
      {
        onSuccess: ({ figures }) => {
          const found = figures.find((one) => one.key === wanted);
          if (!found) return;
          const path = wanted === "interval" ? "lapse.interval_s" : "lapse.hours";
          draft.choose(path, Number(found.value.toPrecision(5)), wanted);
        },
      },
    );
  const refused = work.error instanceof Refused ? work.error.fields[0]?.message : undefined;
  return (
    <div className="col-span-2 grid grid-cols-2 items-end gap-x-2.5 gap-y-1">
      <div className="col-span-2">
        <TextField
          label="Film wanted: sets one of the two above"
          unit="s"
          inputMode="decimal"
          value={typed}
          problem={refused}
          onType={setTyped}
        />
      </div>
      <Button className="px-1.5 py-0.5 text-note" disabled={!typed.trim()} onClick={() => settle("interval")}>
        Set the interval
      </Button>
      <Button className="px-1.5 py-0.5 text-note" disabled={!typed.trim()} onClick={() => settle("hours")}>
        Set how long
      </Button>
    </div>
  );
}

/** A rate as a number: "24000/1001" is 23.976. */
function rateOf(value: unknown): number {
  const [above, below = "1"] = String(value ?? 25).split("/");
  return Number(above) / Number(below) || 25;
}
