import { useState } from "react";
import type { CameraBudget, DayView, Inserted, Upkeep } from "../../domain/documents";
import { shown } from "../../domain/habits";
import {
  cellsWords,
  changesOf,
  lasting,
  piece,
  restsWords,
  UPKEEP,
  upkeepFact,
} from "../../domain/ready/budget";
import { Refused } from "../../domain/refused";
import { useChangeUpkeep, useUpkeep } from "../../state/ready/budget";
import { Button } from "../../ui/Button";
import { QuantityField } from "../QuantityField";

/** Cells, cards, copying and heat of the day, camera by camera, and what that rests on. */
export function Power({ day }: { day: DayView }) {
  const { budget } = day;
  if (budget.cameras.length === 0)
    return (
      <p className="border rule bg-paper px-3 py-2 text-soft">
        Give a scene a time and a camera: then it is said what its cells and cards bear.
      </p>
    );
  return (
    <div className="overflow-x-auto border rule bg-paper px-3 py-2 text-small">
      <table className="w-full max-md:block" aria-label="Cells and cards of the day">
        <thead className="max-md:sr-only">
          <tr className="border-b-2 border-ink text-left text-note text-soft">
            <th className="py-0.5 pr-3 font-normal">Camera</th>
            <th className="pr-3 font-normal">Cells</th>
            <th className="pr-3 font-normal">Cards</th>
            <th className="text-right font-normal">Recorded</th>
            <th className="pl-3 text-right font-normal">To copy</th>
          </tr>
        </thead>
        <tbody className="max-md:block">
          {budget.cameras.map((camera) => (
            <CameraRow key={camera.camera} camera={camera} day={day} />
          ))}
        </tbody>
      </table>
      <p className="mt-1">
        <span className="font-semibold">{budget.gb.toFixed(0)} GB</span> in all; copying takes{" "}
        <span className="font-semibold">{lasting(budget.copy_minutes)}</span>, one after another.{" "}
        <a
          href={`/api/shoots/${day.shoot_id}/power.csv`}
          download="power.csv"
          className="text-soft underline max-md:inline-flex max-md:min-h-11 max-md:items-center"
        >
          As a table
        </a>
      </p>
      <RestsOn />
    </div>
  );
}

function CameraRow({ camera, day }: { camera: CameraBudget; day: DayView }) {
  const short = day.budget.short.some((one) => one.camera === camera.camera);
  return (
    <tr className="border-b border-hair/60 align-baseline max-md:block max-md:py-1">
      <th
        scope="row"
        className={`py-1 pr-3 text-left font-semibold max-md:block max-md:py-0 ${short ? "text-signal" : ""}`}
      >
        {camera.camera_name}
      </th>
      <td className="pr-3 leading-tight max-md:block">
        {cellsWords(camera)}
        <Going gone_in={camera.cells} day={day} />
        {camera.heat_minutes == null ? null : (
          <div className="text-note text-soft">
            stops for heat after {lasting(camera.heat_minutes)} in one go
          </div>
        )}
        {camera.rests.map((rests) => (
          <div key={rests.minute} className="text-note text-signal">
            {restsWords(rests)}
          </div>
        ))}
      </td>
      <td className="pr-3 leading-tight max-md:block">
        {camera.cards.length === 0 ? <span className="text-soft">no card known</span> : null}
        <Going gone_in={camera.cards} day={day} />
      </td>
      <td className="text-right whitespace-nowrap max-md:inline-block max-md:text-left">
        {camera.gb.toFixed(0)} GB <span className="text-soft">in {camera.files} files</span>
      </td>
      <td className="pl-3 text-right whitespace-nowrap max-md:inline-block">
        {lasting(camera.copy_minutes)}
      </td>
    </tr>
  );
}

/** With what it begins, and what goes in later. */
function Going({ gone_in, day }: { gone_in: Inserted[]; day: DayView }) {
  const first = gone_in[0];
  if (!first) return null;
  const later = changesOf(gone_in, day.jump);
  return (
    <div className="text-note text-soft">
      begins with {piece(first)}
      {later ? `; ${later}` : ""}
    </div>
  );
}

/** What nobody has measured, to be changed where it acts. */
function RestsOn() {
  const upkeep = useUpkeep();
  return (
    <details className="mt-1 text-note">
      <summary className="cursor-pointer text-soft">What this rests on</summary>
      <p className="my-1 max-w-[46rem] text-soft">
        Every cell is taken as charged and every card as empty in the morning; a scene draws evenly from its
        start to its end; cells of the same kind are alike. Left out: sun on a body, cells that sag under a
        peak, two lapses on one bank, drones that wait in the air. Figures of practice, assumed until you
        change them for all your shoots; draw, capacity and age stand with each camera and cell in the kit.
      </p>
      {upkeep.data ? <Fields upkeep={upkeep.data} /> : null}
    </details>
  );
}

function Fields({ upkeep }: { upkeep: Upkeep }) {
  const change = useChangeUpkeep();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const refused = change.error instanceof Refused ? change.error.byField() : {};
  const now = upkeep as unknown as Record<string, unknown>;
  const keep = (name: string) => {
    const text = typed[name]?.trim();
    if (text === undefined || text === String(now[name])) return;
    change.mutate({ ...upkeep, [name]: text === "" ? null : text }, { onSuccess: () => setTyped({}) });
  };
  const usual = UPKEEP.every(({ name }) => String(now[name]) === upkeepFact(name).usual);
  return (
    <div className="grid gap-x-3 gap-y-1 sm:grid-cols-2 lg:grid-cols-3">
      {UPKEEP.map(({ name, label }) => {
        const { unit, range, usual: start } = upkeepFact(name);
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the field inside is what is typed in and left
          <div
            key={name}
            onBlur={() => keep(name)}
            onKeyDown={(event) => {
              if (event.key === "Enter") keep(name);
            }}
          >
            <QuantityField
              label={label}
              unit={unit === "share" ? undefined : unit}
              range={range}
              problem={refused[name]}
              assumed={String(now[name]) === start}
              value={typed[name] ?? shown(unit, String(now[name]))}
              onType={(text) => setTyped((before) => ({ ...before, [name]: text }))}
            />
          </div>
        );
      })}
      {usual ? null : (
        <Button
          look="quiet"
          className="self-end text-soft"
          onClick={() =>
            change.mutate(Object.fromEntries(UPKEEP.map(({ name }) => [name, upkeepFact(name).usual])), {
              onSuccess: () => setTyped({}),
            })
          }
        >
          All as usual again
        </Button>
      )}
    </div>
  );
}
