import { useState } from "react";
import { useParams } from "react-router";
import { handled, minuteOfMoment, standing, stretch, verdict } from "../../domain/day/day";
import { clock } from "../../domain/day/times";
import type { DayView } from "../../domain/documents";
import { day as dayText } from "../../domain/format";
import { KEEPING } from "../../domain/keeping";
import { Refused } from "../../domain/refused";
import { told } from "../../domain/wording";
import { type FilmingState, useDay, useFilming } from "../../state/day/day";
import { useKeys } from "../../state/keys";
import { useShoot } from "../../state/queries";
import { useKeeping } from "../../state/unkept";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { Slider } from "../../ui/Slider";
import { Tabs } from "../../ui/Tabs";
import { UndoButtons } from "../../ui/UndoButtons";
import { ShootPlaces } from "../ShootPlaces";
import { ChangeShoot } from "../shoots/ShootSheet";
import { AnotherDay } from "./AnotherDay";
import { Changes } from "./Changes";
import { DayDiagram } from "./DayDiagram";
import { DayTable } from "./DayTable";
import { Exports } from "./Exports";
import { Order } from "./Order";
import { Power } from "./Power";
import { Readings } from "./Readings";
import { ScenePanel } from "./ScenePanel";
import { Short } from "./Short";

const EVENTS: Record<string, string> = {
  dawn: "first light",
  sunrise: "sunrise",
  noon: "sun highest",
  sunset: "sunset",
  dusk: "last light",
};

/** A shoot's day: its light against what each scene's set can hold. */
export function Day() {
  const { shootId = "" } = useParams();
  const day = useDay(shootId);
  const shoot = useShoot(shootId).data;
  const [changing, setChanging] = useState(false);
  const sheet = changing && shoot ? <ChangeShoot shoot={shoot} onClose={() => setChanging(false)} /> : null;
  if (day.isPending) return <Waiting what="the light of the day" />;
  if (day.isError) {
    const words = day.error instanceof Refused ? (day.error.fields[0]?.message ?? day.error.message) : null;
    return (
      <div className="mx-auto w-full max-w-[60rem] p-6">
        <h1 className="mb-2 text-great">{shoot?.name ?? "The day"}</h1>
        <Notice tone="plain">{words ? `${words}.` : "The service does not answer."}</Notice>
        {words && shoot ? (
          <Button look="strong" className="mt-3" onClick={() => setChanging(true)}>
            Say where and when
          </Button>
        ) : null}
        {sheet}
      </div>
    );
  }
  return (
    <>
      <Told day={day.data} onChange={() => setChanging(true)} />
      {sheet}
    </>
  );
}

function Told({ day, onChange }: { day: DayView; onChange: () => void }) {
  const film = useFilming(day.shoot_id);
  const keeping = useKeeping(film.keeping);
  useKeys({ undo: film.undo, redo: film.redo });
  const [picked, setPicked] = useState<string | null>(null);
  const said = verdict(day);
  const chosen =
    day.scenes.find((scene) => scene.id === picked) ??
    day.scenes.find((scene) => scene.starts != null && !standing(scene).steady) ??
    day.scenes[0];
  return (
    <div className="mx-auto w-full max-w-[84rem] px-4 py-2">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-place">{day.name}</h1>
        <span className="text-soft">
          {[day.place, dayText(day.day)].filter(Boolean).join(", ")}; {day.zone}
        </span>
        <ShootPlaces shootId={day.shoot_id} />
        <Button look="quiet" className="text-soft" onClick={onChange}>
          Place and day
        </Button>
        <AnotherDay day={day} />
        <Cloud film={film} okta={day.cloud_okta} />
        <UndoButtons {...film} />
        <span role="status" className={`ml-auto text-note ${film.refused ? "text-signal" : "text-soft"}`}>
          {film.refused ? film.refused.words : KEEPING[keeping]}
        </span>
      </header>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <p
          aria-live="polite"
          className={`font-title text-verdict font-semibold ${said.steady ? "" : "text-signal"}`}
        >
          {said.words}
        </p>
        <Order film={film} day={day} />
        <Exports shootId={day.shoot_id} />
      </div>
      <Short day={day} />
      <DayDiagram film={film} day={day} chosen={chosen?.id ?? null} onChoose={setPicked} />
      <SkyLine day={day} />
      <div className="grid gap-3 lg:grid-cols-[1.4fr_1fr]">
        <Tabs
          label="The day in lists"
          className="min-w-0"
          pages={[
            {
              key: "scenes",
              name: "Scenes",
              page: <DayTable film={film} day={day} chosen={chosen?.id ?? null} onChoose={setPicked} />,
            },
            {
              key: "changes",
              name: `Changes, ${handled(day.swaps).length}`,
              page: <Changes day={day} />,
            },
            {
              key: "power",
              name: day.budget.short.length
                ? `Power and cards, ${day.budget.short.length} short`
                : "Power and cards",
              page: <Power day={day} />,
            },
            {
              key: "readings",
              name: `Readings, ${day.readings.length}`,
              page: <Readings film={film} day={day} />,
            },
          ]}
        />
        {chosen ? <ScenePanel key={chosen.id} film={film} day={day} scene={chosen} /> : null}
      </div>
    </div>
  );
}

/** The weather, in eighths of the sky; everything follows while it is pulled. */
function Cloud({ film, okta }: { film: FilmingState; okta: number }) {
  return (
    <span className="flex items-center gap-2 self-center text-note text-soft">
      Cloud {okta}/8
      <Slider
        label="Cloud over the shoot, in eighths"
        className="w-24"
        min={0}
        max={8}
        step={1}
        value={okta}
        onSlide={film.cloud}
      />
    </span>
  );
}

/** The sky's own times, as in a tide table. */
function SkyLine({ day }: { day: DayView }) {
  const spans = (name: string, found: DayView["golden"]) =>
    found.length ? `${name} ${found.map((one) => stretch(one, 1440, day.jump)).join(" and ")}` : "";
  const polar = day.polar
    ? { day: "the sun stays up all day", night: "the sun stays down all day" }[day.polar]
    : "";
  return (
    <section aria-label="The sky" className="mb-2 border-b rule pb-1 text-small">
      <p className="flex flex-wrap gap-x-4">
        {day.events.map((event) => (
          <span key={`${event.kind} ${event.at}`}>
            <span className="text-soft">{EVENTS[event.kind]}</span>{" "}
            <span className="font-semibold">{clock(minuteOfMoment(event.at, day.jump), day.jump)}</span>
            {event.kind === "sunrise" || event.kind === "sunset" ? (
              <span className="text-soft"> at {Math.round(event.azimuth_deg)}°</span>
            ) : null}
          </span>
        ))}
        <span className="text-soft">
          {[
            polar,
            `sun up to ${day.highest_deg.toFixed(0)}°`,
            spans("golden", day.golden),
            spans("blue", day.blue),
            `${told(day.moon)}, ${Math.round(100 * day.moon_share)} % lit`,
          ]
            .filter(Boolean)
            .join("; ")}
        </span>
      </p>
    </section>
  );
}
