import { clock, digits } from "../../domain/day/times";
import {
  COVERS,
  HOURS_LIGHT,
  hourOf,
  ladder,
  startingHour,
  timeOf,
  underSky,
} from "../../domain/first/first";
import { ev, lux, luxOfEv } from "../../domain/format";
import { useShoot, useVocabulary } from "../../state/cache";
import { type Said, useHour } from "../../state/first/first";
import { Button } from "../../ui/Button";
import { Frame } from "../../ui/TextField";
import { TownField } from "../shoots/TownField";
import { Choices } from "./Choices";

/** In what light: a rung of the ladder, or the sky of a place and an hour. */
export function LightStep({
  said,
  shoot,
  onSay,
  onNext,
}: {
  said: Said;
  shoot: string;
  onSay: (more: Said) => void;
  onNext: (more: Said) => void;
}) {
  const vocabulary = useVocabulary();
  const kind = said.kind ?? "";
  const bySky = said.light === HOURS_LIGHT;
  const rungs = ladder(kind, vocabulary.data?.conditions ?? []);
  return (
    <>
      {underSky(kind) ? (
        <div className="mb-2">
          <Choices
            legend="The sky of a place"
            columns="grid-cols-1"
            chosen={bySky ? HOURS_LIGHT : ""}
            choices={[
              { key: HOURS_LIGHT, words: "By place and hour", more: "sun and sky are worked out for you" },
            ]}
            onChoose={() => onSay({ light: HOURS_LIGHT })}
          />
          {bySky ? <PlaceAndHour said={said} shoot={shoot} onSay={onSay} onNext={onNext} /> : null}
        </div>
      ) : null}
      <Choices
        legend="Light, brightest first"
        columns="grid-cols-1"
        chosen={said.light ?? ""}
        choices={rungs.map((rung) => ({ key: rung.key, words: rung.words, more: rung.lux }))}
        onChoose={(light) => onNext({ light })}
      />
    </>
  );
}

function PlaceAndHour({ said, shoot, onSay, onNext }: Parameters<typeof LightStep>[0]) {
  const shoots = useShootFacts(shoot);
  const hour = { ...startingHour(new Date()), ...shoots, ...said.hour };
  const say = (more: Partial<typeof hour>) => onSay({ hour: { ...hour, ...more } });
  const whole = hourOf(hour);
  const sky = useHour(whole);
  const fixed = shoots.latitude_deg !== undefined;
  return (
    <section aria-label="Place and hour" className="grid gap-3 border-l-4 border-sea bg-sea-wash p-3">
      {fixed ? (
        <p className="text-soft">
          {[hour.place, hour.day].filter(Boolean).join(", ")}: where and when this shoot is.
        </p>
      ) : (
        <>
          <TownField
            tall
            hint="the nearest town, or 58.3, 6.6"
            value={hour.place}
            onType={(place) => say({ place, latitude_deg: undefined, longitude_deg: undefined })}
            onTake={say}
          />
          <Here onTake={say} />
          <Timed label="Day" type="date" value={hour.day} onType={(day) => say({ day })} />
        </>
      )}
      <Timed
        label="At about"
        type="time"
        value={digits(hour.starts)}
        onType={(text) => say({ starts: timeOf(text, hour.starts) })}
      />
      <fieldset>
        <legend className="text-note text-soft">Sky</legend>
        <div className="flex flex-wrap gap-1">
          {COVERS.map((one) => (
            <Button
              key={one.okta}
              aria-pressed={hour.cloud_okta === one.okta}
              className={`min-h-11 ${hour.cloud_okta === one.okta ? "border-sea bg-paper font-semibold" : ""}`}
              onClick={() => say({ cloud_okta: one.okta })}
            >
              {one.words}
            </Button>
          ))}
        </div>
      </fieldset>
      <p role="status" className="min-h-6 font-semibold">
        {sky.data ? (
          <>
            {sky.data.sun_altitude_deg < 0
              ? "The sun is down"
              : `Sun ${Math.round(sky.data.sun_altitude_deg)}° up`}
            ; open sky {lux(luxOfEv(sky.data.ev100))}, EV {ev(sky.data.ev100)}
            {sky.data.sunset != null ? `; sunset ${clock(sky.data.sunset)}` : ""}
          </>
        ) : sky.isError ? (
          "That cannot be worked out; look at place and day."
        ) : null}
      </p>
      <Button
        look="strong"
        className="min-h-11 justify-self-start px-6 text-head"
        disabled={whole === null}
        onClick={() => onNext({ light: HOURS_LIGHT, hour })}
      >
        Next
      </Button>
    </section>
  );
}

/** Where and when the shoot is that the scene goes to, as far as that was said. */
function useShootFacts(shoot: string) {
  const found = useShoot(shoot, { wanted: shoot !== "" }).data;
  if (found?.latitude_deg == null || found.longitude_deg == null || !found.day) return {};
  const { place, latitude_deg, longitude_deg, day, cloud_okta } = found;
  return { place, latitude_deg, longitude_deg, day, cloud_okta };
}

function Timed({
  label,
  type,
  value,
  onType,
}: {
  label: string;
  type: "date" | "time";
  value: string;
  onType: (text: string) => void;
}) {
  const id = `first-${type}`;
  return (
    <Frame id={id} label={label}>
      {() => (
        <input
          id={id}
          type={type}
          className="min-h-11 w-44 rounded-sm border rule bg-paper px-2 text-head"
          value={value}
          onChange={(event) => event.target.value && onType(event.target.value)}
        />
      )}
    </Frame>
  );
}

/** The position of this device, where its browser may tell. */
function Here({
  onTake,
}: {
  onTake: (where: { place: string; latitude_deg: number; longitude_deg: number }) => void;
}) {
  if (!("geolocation" in navigator) || !window.isSecureContext) return null;
  const ask = () =>
    navigator.geolocation.getCurrentPosition(({ coords }) =>
      onTake({
        place: "where I am",
        latitude_deg: Math.round(coords.latitude * 100) / 100,
        longitude_deg: Math.round(coords.longitude * 100) / 100,
      }),
    );
  return (
    <Button className="min-h-11 justify-self-start" onClick={ask}>
      Where I am now
    </Button>
  );
}
