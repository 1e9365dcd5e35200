import { Link } from "react-router";
import type { PackScene } from "../../domain/documents";
import {
  ahead,
  away,
  byTime,
  clockOf,
  placeClock,
  placeDay,
  sceneOn,
  takesAHand,
} from "../../domain/field/clock";
import { lightAt } from "../../domain/field/light";
import { day, level } from "../../domain/format";
import { told } from "../../domain/wording";
import type { Shoot } from "../../state/field/use";
import { SceneTide } from "./SceneTide";

/** The day as a clock: what is on or next, what comes after, and all scenes. */
export function FieldDay({ shoot, now, root }: { shoot: Shoot; now: number; root: string }) {
  const { pack } = shoot.kept;
  const { scene, stands } = sceneOn(pack, now);
  const still = ahead(pack.coming, now);
  const coming = still.length > 0 ? still.slice(0, 12) : pack.coming;
  const today = placeDay(now, pack.zone);
  return (
    <>
      <p className="mt-2 flex items-baseline gap-3">
        <span className="font-title text-[40px] leading-none font-semibold">
          {placeClock(now, pack.zone)}
        </span>
        <span>
          {day(today)}
          {pack.day === today ? "" : <span className="block text-soft">{otherDay(pack.day)}</span>}
        </span>
      </p>
      {scene ? <NextScene scene={scene} stands={stands} now={now} root={root} /> : <p>No scene yet.</p>}
      {coming.length > 0 ? (
        <section aria-label="What comes" className="mt-4">
          <h2 className="text-head">{still.length > 0 ? "What comes" : "How the day was planned"}</h2>
          <ol>
            {coming.map((one) => (
              <li
                key={`${one.at} ${told(one.words)}`}
                className="grid grid-cols-[4.2em_1fr] gap-x-2 border-b border-hair/60 py-2"
              >
                <span className="font-semibold">{clockOf(one.at)}</span>
                <span className={takesAHand(one) ? "font-semibold text-signal" : ""}>
                  {told(one.words)}
                  {still.length > 0 ? (
                    <span className="block text-note font-normal text-soft">{away(one.at, now)}</span>
                  ) : null}
                </span>
              </li>
            ))}
          </ol>
        </section>
      ) : (
        <p className="mt-3 text-soft">
          {pack.day
            ? "Nothing comes after this on the day."
            : "Without a place and a day there is no clock: set them on Shoots, then renew this."}
        </p>
      )}
      <section aria-label="Scenes" className="mt-4">
        <h2 className="text-head">Scenes</h2>
        <ul>
          {byTime(pack.scenes).map((one) => (
            <li key={one.id}>
              <Link
                to={`${root}/${one.id}/takes`}
                className="flex items-center gap-3 border-b border-hair/60 py-1 hover:bg-sea-wash"
              >
                <span className="w-[4.2em] text-soft">{one.starts_at ? clockOf(one.starts_at) : ""}</span>
                <span className="flex-1 font-semibold">{one.name}</span>
                <span className="text-soft">
                  {shoot.state.takes.filter((take) => take.scene === one.id).length || "no"} takes
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

const otherDay = (of: string | null | undefined) => (of ? `filmed on ${day(of)}` : "no day set");

const STANDS = { on: "On now", next: "Next", first: "The first scene" };

function NextScene({
  scene,
  stands,
  now,
  root,
}: {
  scene: PackScene;
  stands: keyof typeof STANDS;
  now: number;
  root: string;
}) {
  const light = lightAt(scene, now);
  const times =
    scene.starts_at && scene.ends_at ? `${clockOf(scene.starts_at)} to ${clockOf(scene.ends_at)}` : "";
  const over = stands === "on" && scene.ends_at ? `over ${away(scene.ends_at, now)}` : "";
  const begins = stands === "next" && scene.starts_at ? away(scene.starts_at, now) : "";
  return (
    <section aria-label={STANDS[stands]} className="mt-3 border-2 border-ink bg-paper px-3 py-2">
      <p className="text-soft">{STANDS[stands]}</p>
      <Link to={`${root}/${scene.id}/takes`} className="block hover:underline">
        <span className="font-title text-great leading-tight font-semibold">{scene.name}</span>{" "}
        <span className="text-head font-semibold whitespace-nowrap">{over || begins}</span>
      </Link>
      <p>{[times, scene.spot].filter(Boolean).join(", ")}</p>
      <p className="text-soft">
        {light === null ? `Planned for ${level(scene.ev100)}` : `Light now ${level(light)}`}
      </p>
      <SceneTide scene={scene} now={now} />
      {scene.cameras.map((camera) => (
        <p key={camera.setup_id} className="mt-1">
          <span className="font-semibold">{camera.device_name}</span>: {camera.refused || camera.headline}
        </p>
      ))}
    </section>
  );
}
