import { type FormEvent, useState } from "react";
import { READING_KINDS, readingFields, readingSent } from "../../domain/bench/readings";
import { clock, minuteOf } from "../../domain/day/times";
import type { DayView, JobView } from "../../domain/documents";
import { levelBare, levelUnit, stops } from "../../domain/format";
import { Refused } from "../../domain/refused";
import type { FilmingState } from "../../state/day/day";
import { askDay, sendCard } from "../../state/day/dayCalls";
import { CalledOff, callOffJob, jobEnded } from "../../state/jobs";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/Field";
import { TextField } from "../../ui/TextField";

/** What was measured: it bends the model around its minute. */
export function Readings({ film, day }: { film: FilmingState; day: DayView }) {
  return (
    <div className="grid gap-4 border rule bg-paper px-3 py-2 text-small md:grid-cols-[1.2fr_1fr]">
      <div>
        {day.readings.length === 0 ? (
          <p className="text-soft">
            Nothing was measured yet. A reading, where and when you took it, bends the light of the day around
            it, and narrows what it may be off.
          </p>
        ) : (
          <table className="w-full" aria-label="Readings">
            <thead>
              <tr className="border-b-2 border-ink text-left text-note text-soft">
                <th className="py-1 font-normal">At</th>
                <th className="font-normal">Of</th>
                <th className="font-normal">It said</th>
                <th className="text-right font-normal">{levelUnit()}</th>
                <th className="text-right font-normal">To the model</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {day.readings.map((one) => (
                <tr key={one.id} className="border-b border-hair/60">
                  <td className="py-1 font-title text-lead font-semibold">{clock(one.minute, day.jump)}</td>
                  <td>{one.scene_name ?? "the open sky"}</td>
                  <td>{one.words}</td>
                  <td className="text-right">
                    {levelBare(one.ev100)} ± {one.uncertainty_stops}
                  </td>
                  <td className="text-right">
                    {one.over_model_stops == null ? "" : `${stops(one.over_model_stops)} stops`}
                  </td>
                  <td className="pl-2 text-right">
                    <Button
                      look="quiet"
                      onClick={() => film.forget(one)}
                      aria-label={`Remove the reading at ${clock(one.minute, day.jump)}`}
                    >
                      Remove
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      <NewReading film={film} day={day} />
    </div>
  );
}

function NewReading({ film, day }: { film: FilmingState; day: DayView }) {
  const [how, setHow] = useState("settings");
  const [typed, setTyped] = useState<Record<string, string>>({ iso: "100", f_number: "2.8" });
  const [time, setTime] = useState("");
  const [of, setOf] = useState("");
  const [error, setError] = useState<unknown>(null);
  const [job, setJob] = useState<JobView | "sending" | null>(null);
  const refused = error instanceof Refused ? error : null;
  const act = async (keep: (minute: number) => Promise<void>) => {
    const minute = minuteOf(time, day.jump);
    if (minute === null) {
      setError(new Refused(422, { errors: [{ path: ["minute"], message: "say when it was measured" }] }));
      return;
    }
    try {
      await keep(minute);
      setError(null);
      setTyped({ iso: typed.iso ?? "", f_number: typed.f_number ?? "" });
    } catch (failed) {
      setError(failed instanceof CalledOff ? null : failed);
    }
  };
  const readCard = async (minute: number, file: File) => {
    setJob("sending");
    try {
      await jobEnded(await sendCard(day.shoot_id, minute, file, of || null), setJob);
    } finally {
      setJob(null);
    }
    film.measured(await askDay(day.shoot_id));
  };
  const keep = (event: FormEvent) => {
    event.preventDefault();
    act((minute) => film.measure(minute, readingSent(how, typed), of || null));
  };
  return (
    <form noValidate className="grid content-start gap-1.5" onSubmit={keep} aria-label="A new reading">
      <div className="grid grid-cols-2 gap-3">
        <ChoiceField label="Measured by" value={how} choices={READING_KINDS} onChoose={setHow} />
        <ChoiceField
          label="Of"
          value={of}
          choices={[
            { value: "", text: "the open sky" },
            ...day.scenes.map((scene) => ({ value: scene.id, text: `the subject of ${scene.name}` })),
          ]}
          problem={refused?.at("scene_id")}
          onChoose={setOf}
        />
      </div>
      <div className="grid grid-cols-4 gap-3">
        <TextField label="At" unit="hh:mm" value={time} problem={refused?.at("minute")} onType={setTime} />
        {readingFields(how).map((spec) => (
          <TextField
            key={spec.name}
            label={spec.label}
            unit={spec.unit}
            range={spec.range}
            value={typed[spec.name] ?? ""}
            problem={refused?.at(`measured.${spec.name}`)}
            onType={(text) => setTyped({ ...typed, [spec.name]: text })}
          />
        ))}
      </div>
      {error && !refused?.fields.length ? (
        <p role="alert" className="text-signal">
          {refused?.message ?? "No connection. What you typed is still here."}
        </p>
      ) : null}
      <div className="flex items-center gap-3">
        {how === "grey-card" && job ? (
          <p role="status" className="flex items-center gap-3">
            {job === "sending" ? "Sending the picture …" : "Reading the picture …"}
            {job === "sending" ? null : (
              <Button look="quiet" onClick={() => callOffJob(job.id)}>
                Stop
              </Button>
            )}
          </p>
        ) : how === "grey-card" ? (
          <CardFile
            problem={refused?.at("file")}
            onFile={(file) => act((minute) => readCard(minute, file))}
          />
        ) : (
          <Button look="strong" type="submit">
            Keep it
          </Button>
        )}
      </div>
    </form>
  );
}

function CardFile({ problem, onFile }: { problem: string | undefined; onFile: (file: File) => void }) {
  return (
    <div>
      <label className="cursor-pointer rounded-sm border rule px-2 py-1 hover:bg-sea-wash focus-within:outline-2">
        Still of the card…
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp,image/tiff"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onFile(file);
            event.target.value = "";
          }}
        />
      </label>
      <p className="mt-1 text-fine text-soft">
        Fill its middle with the card. ISO, aperture and shutter are read from the file.
      </p>
      {problem ? (
        <p role="alert" className="text-fine text-signal">
          {problem}
        </p>
      ) : null}
    </div>
  );
}
