import { clock } from "../../domain/day/times";
import type { DayView, Filming, Ramp, SceneDay, SkyMark } from "../../domain/documents";
import { ChoiceField } from "../../ui/Field";

const MARKS: Record<SkyMark["kind"], string> = {
  "first-dawn": "first dawn (sun 18° down)",
  "first-light": "first light (6° down)",
  sunrise: "sunrise",
  sunset: "sunset",
  "last-light": "last light (6° down)",
  dark: "dark (sun 18° down)",
  moonrise: "moonrise",
  moonset: "moonset",
};
const OWN = "own";

/** A scene at intervals: begun and ended by sun or moon, and what the camera does along its light. */
export function LapsePanel({
  day,
  scene,
  ramp,
  change,
}: {
  day: DayView;
  scene: SceneDay;
  ramp: Ramp;
  change: (filming: Partial<Filming>) => void;
}) {
  const starts = scene.starts ?? 0;
  const ends = scene.ends ?? 0;
  const named = (mark: SkyMark) => ({
    value: String(mark.minute),
    text: `${MARKS[mark.kind]}, ${clock(mark.minute, day.jump)}${mark.minute >= 1440 ? " next day" : ""}`,
  });
  const chosen = (minute: number, marks: SkyMark[]) =>
    marks.some((mark) => mark.minute === minute) ? String(minute) : OWN;
  const before = day.marks.filter((mark) => mark.minute < Math.min(ends - 4, 1500));
  const after = day.marks.filter((mark) => mark.minute > starts + 4);
  return (
    <section aria-label="At intervals" className="mt-1 border-t rule pt-1">
      <div className="grid grid-cols-2 gap-3">
        <ChoiceField
          label="Begins with"
          value={chosen(starts, before)}
          choices={[{ value: OWN, text: `its own time, ${clock(starts, day.jump)}` }, ...before.map(named)]}
          onChoose={(minute) => minute !== OWN && change({ starts: Number(minute), ends })}
        />
        <ChoiceField
          label="Ends with"
          value={chosen(ends, after)}
          choices={[{ value: OWN, text: `its own time, ${clock(ends, day.jump)}` }, ...after.map(named)]}
          onChoose={(minute) => minute !== OWN && change({ starts, ends: Number(minute) })}
        />
      </div>
      <p className={`mt-1 ${Math.abs(ramp.worst_stops) >= 0.5 ? "text-signal" : ""}`}>
        {ramp.words}
        {ramp.every_frames != null
          ? ` At its fastest one every ${Math.round(ramp.every_frames)} frames.`
          : ""}
      </p>
      <ol className="text-note text-soft">
        {ramp.phases.map((phase) => (
          <li key={phase.start}>
            {clock(phase.start, day.jump)} to {clock(phase.end, day.jump)}: {phase.words}
            {phase.steps ? `, ${phase.steps} step${phase.steps === 1 ? "" : "s"}` : ""}
          </li>
        ))}
      </ol>
      <p className="text-fine text-soft">
        The automatic is taken to step by thirds of a stop. The scene runs for as long as it is filmed.
      </p>
    </section>
  );
}
