import { clock, digits } from "../../domain/day/times";
import { COVERS, HOURS_LIGHT, hourOf, startingHour, timeOf } from "../../domain/first/first";
import { ev, lux, luxOfEv } from "../../domain/format";
import { useShoot } from "../../state/cache";
import { useHour } from "../../state/first/first";
import { Button } from "../../ui/Button";
import { Frame } from "../../ui/TextField";
import { TownField } from "../shoots/TownField";
import type { Asked } from "./LightStep";

/** Where and when it is filmed, and what the sky is like there and then. */
export function PlaceAndHour({ said, shoot, onSay, onNext }: Asked) {
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
