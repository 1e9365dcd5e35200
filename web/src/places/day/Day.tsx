import { useState } from "react";
import { Link, useParams } from "react-router";
import { type DayView, Refused } from "../../api/client";
import { clock, minuteOfMoment, stretch, verdict } from "../../domain/day";
import { day as dayText } from "../../domain/format";
import { KEEPING } from "../../domain/keeping";
import { useDay, useFilmAt } from "../../state/day";
import { useShoots } from "../../state/queries";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { ChangeShoot } from "../shoots/ShootSheet";
import { DayDiagram } from "./DayDiagram";
import { DayTable } from "./DayTable";

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
  const film = useFilmAt(shootId);
  const shoot = useShoots().data?.find((one) => one.id === shootId);
  const [changing, setChanging] = useState(false);
  const sheet = changing && shoot ? <ChangeShoot shoot={shoot} onClose={() => setChanging(false)} /> : null;
  if (day.isPending) return <Waiting what="the light of the day" />;
  if (day.isError) {
    const words = day.error instanceof Refused ? (day.error.fields[0]?.message ?? day.error.message) : null;
    return (
      <div className="mx-auto w-full max-w-[60rem] p-6">
        <h1 className="mb-2 text-[28px]">{shoot?.name ?? "The day"}</h1>
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
  const said = verdict(day.data);
  return (
    <div className="mx-auto w-full max-w-[84rem] px-4 py-3">
      <header className="mb-1 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-[26px]">{day.data.name}</h1>
        <span className="text-soft">
          {[day.data.place, dayText(shoot?.day)].filter(Boolean).join(", ")}; {day.data.zone}
        </span>
        <Button look="quiet" className="text-soft" onClick={() => setChanging(true)}>
          Place, day, cloud
        </Button>
        <span role="status" className={`ml-auto text-[12.5px] ${film.refused ? "text-signal" : "text-soft"}`}>
          {film.refused ? film.refused.words : KEEPING[film.keeping ? "keeping" : "kept"]}
        </span>
        <Link to="/" className="text-soft hover:underline">
          All shoots
        </Link>
      </header>
      <p
        aria-live="polite"
        className={`font-title text-[19px] font-semibold ${said.steady ? "" : "text-signal"}`}
      >
        {said.words}
      </p>
      <DayDiagram film={film} day={day.data} />
      <SkyLine day={day.data} />
      <DayTable film={film} day={day.data} />
      {sheet}
    </div>
  );
}

/** The sky's own times, as in a tide table. */
function SkyLine({ day }: { day: DayView }) {
  const spans = (name: string, found: DayView["golden"]) =>
    found.length ? `${name} ${found.map((one) => stretch(one)).join(" and ")}` : "";
  const polar = { day: "the sun stays up all day", night: "the sun stays down all day" }[day.polar ?? ""];
  return (
    <section aria-label="The sky" className="mb-4 border-b rule pb-2 text-[13px]">
      <p className="flex flex-wrap gap-x-5">
        {day.events.map((event) => (
          <span key={`${event.kind} ${event.at}`}>
            <span className="text-soft">{EVENTS[event.kind]}</span>{" "}
            <span className="font-semibold">{clock(minuteOfMoment(event.at))}</span>
            {event.kind === "sunrise" || event.kind === "sunset" ? (
              <span className="text-soft"> at {Math.round(event.azimuth_deg)}°</span>
            ) : null}
          </span>
        ))}
      </p>
      <p className="text-soft">
        {[
          polar,
          `sun up to ${day.highest_deg.toFixed(0)}°`,
          spans("golden", day.golden),
          spans("blue", day.blue),
          `moon ${Math.round(100 * day.moon_share)} % lit`,
          `cloud ${day.cloud_okta}/8`,
        ]
          .filter(Boolean)
          .join("; ")}
        . Sky by sun and moon, ± 0.5 stops when clear; scenes by name or reading follow its shape from their
        middle; lamps stay.
      </p>
    </section>
  );
}
