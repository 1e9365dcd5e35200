import { useState } from "react";
import type { PackCamera, PackFallback } from "../../domain/documents";
import { age, away } from "../../domain/field/clock";
import { answerFor, answerWords, type LightAnswer, shiftWords } from "../../domain/field/light";
import { level } from "../../domain/format";
import { endTold } from "../../domain/wording";
import { type Shoot, usePicture } from "../../state/field/use";
import { Press } from "../../ui/Press";
import { CameraChoice, useCamera } from "./CameraChoice";
import type { InScene } from "./FieldShoot";
import { useInField } from "./InField";
import { Meter } from "./Meter";

type Asked =
  | { by: "eye"; stops: number }
  | { by: "meter"; ev100: number; measured: Record<string, unknown> }
  | { by: "without"; key: string };

const STEPS = [-3, -2, -1, 1, 2, 3];
const WITHOUT = [
  { key: "no-filter", text: "Without the filter" },
  { key: "no-lamp", text: "Without the lamp" },
];

/** The light is otherwise: say how, and be told what to do, from what was carried along. */
export function FieldLight({ shoot, scene, now }: InScene) {
  const [camera, chooseCamera] = useCamera(scene);
  if (!camera) return <p>No camera on this scene.</p>;
  return (
    <>
      <CameraChoice scene={scene} camera={camera} onChoose={chooseCamera} />
      {camera.refused ? (
        <p className="mt-2 text-signal">{camera.refused}</p>
      ) : (
        <OfCamera key={camera.setup_id} camera={camera} shoot={shoot} scene={scene} now={now} />
      )}
    </>
  );
}

function OfCamera({ camera, shoot, scene, now }: { camera: PackCamera } & InScene) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const without = WITHOUT.filter(({ key }) => camera.fallbacks.some((one) => one.key === key));
  return (
    <>
      <p className="mt-1">
        Planned for {level(camera.ev100)}; holds from {level(camera.low_ev100 ?? 0)} to{" "}
        {level(camera.high_ev100 ?? 0)}.
      </p>
      {camera.waiting ? (
        <p className="text-signal">
          Sets for other light are not on this phone yet: renew this shoot while there is a connection.
        </p>
      ) : null}
      {asked ? (
        <Told
          key={JSON.stringify(asked)}
          asked={asked}
          camera={camera}
          shoot={shoot}
          scene={scene}
          now={now}
        />
      ) : null}
      <fieldset className="mt-2 grid grid-cols-6 gap-2">
        <legend className="mb-1 text-note text-soft">
          Darker or brighter than planned, by so many stops
        </legend>
        {STEPS.map((stops) => (
          <Press
            key={stops}
            className="px-0 text-head"
            look={asked?.by === "eye" && asked.stops === stops ? "on" : "plain"}
            aria-label={`${Math.abs(stops)} ${Math.abs(stops) === 1 ? "stop" : "stops"} ${stops < 0 ? "darker" : "brighter"}`}
            onClick={() => setAsked({ by: "eye", stops })}
          >
            {stops < 0 ? `−${-stops}` : `+${stops}`}
          </Press>
        ))}
      </fieldset>
      {without.length > 0 ? (
        <div className="mt-2 flex flex-wrap gap-2">
          {without.map(({ key, text }) => (
            <Press
              key={key}
              look={asked?.by === "without" && asked.key === key ? "on" : "plain"}
              onClick={() => setAsked({ by: "without", key })}
            >
              {text}
            </Press>
          ))}
        </div>
      ) : null}
      <Meter camera={camera} onMeasured={(said) => setAsked({ by: "meter", ...said })} />
      <Anew camera={camera} now={now} />
    </>
  );
}

function Told({
  asked,
  camera,
  shoot,
  scene,
  now,
}: { asked: Asked; camera: PackCamera; shoot: Shoot } & Omit<InScene, "shoot">) {
  const [done, setDone] = useState<string | null>(null);
  const named = asked.by === "without" ? camera.fallbacks.find((one) => one.key === asked.key) : null;
  const ev100 =
    asked.by === "meter" ? asked.ev100 : asked.by === "eye" ? camera.ev100 + asked.stops : camera.ev100;
  const answer = named ? null : answerFor(camera, ev100);
  const fallback: PackFallback | null = named ?? answer?.fallback ?? null;
  const may = shoot.kept.pack.may === "all";
  const told = (fallback?.changes ?? []).map(({ setting, value, text }) => ({ setting, value, text }));
  const note = async (dialled: boolean) => {
    try {
      await shoot.note({
        kind: "light",
        scene: scene.id,
        setup: camera.setup_id,
        measured: asked.by === "meter" ? (asked.measured as never) : null,
        ev100,
        answer: fallback?.key ?? null,
        told,
      });
      if (dialled)
        for (const one of told)
          await shoot.note({
            kind: "read-back",
            setup: camera.setup_id,
            setting: one.setting,
            value: String(one.value),
            read_back: true,
          });
      setDone(dialled ? "Noted, and as dialled in." : "Noted.");
    } catch {
      setDone("This phone did not keep that. Try once more.");
    }
  };
  return (
    <section
      aria-label="What to do"
      aria-live="polite"
      className="mt-2 border-2 border-ink bg-paper px-3 py-2"
    >
      <p className="text-soft">
        {named ? named.label : shiftWords(ev100 - camera.ev100)}: {level(ev100)}
      </p>
      <p
        className={`font-title text-place leading-tight font-semibold ${beyond(answer, named) ? "text-signal" : ""}`}
      >
        {named ? withoutWords(named) : answer ? answerWords(answer) : "There is no set to answer from."}
      </p>
      {fallback && fallback.changes.length > 0 ? <Changes fallback={fallback} /> : null}
      <Picture word={answer?.kind === "holds" ? camera.picture : fallback?.picture} ev100={ev100} />
      {may ? (
        <div className="mt-2 flex flex-wrap gap-2">
          {told.length > 0 ? (
            <Press look="strong" className="flex-1" onClick={() => void note(true)}>
              I dialled this in
            </Press>
          ) : null}
          <Press className="flex-1" onClick={() => void note(false)}>
            {told.length > 0 ? "Only note the light" : "Note the light"}
          </Press>
        </div>
      ) : null}
      {done ? (
        <p role="status" className="mt-1">
          {done}
        </p>
      ) : null}
      <p className="mt-1 text-note text-soft">
        Answered on this phone from what was worked out {age(shoot.kept.pack.made_at, now)}; planned anew when
        there is a connection.
      </p>
    </section>
  );
}

const beyond = (answer: LightAnswer | null, named: PackFallback | null | undefined) =>
  named ? !named.holds : answer?.kind === "beyond";

function withoutWords(named: PackFallback): string {
  if (named.refused) return named.refused;
  if (named.holds) return named.changes.length > 0 ? "Change this, and it holds." : "It holds without.";
  const low = named.low_ev100 ?? 0;
  const out = named.ev100 < low ? low - named.ev100 : named.ev100 - (named.high_ev100 ?? 0);
  const why = endTold(named.ev100 < low ? named.low_end : named.high_end);
  return `It will not hold: ${out.toFixed(1)} stops beyond (${why}). Nearest:`;
}

/** What stands otherwise than planned, large; what is screwed on first. */
function Changes({ fallback }: { fallback: PackFallback }) {
  return (
    <ul className="mt-1">
      {fallback.changes.map((one) => (
        <li
          key={one.setting}
          className="grid grid-cols-[1fr_auto] items-baseline gap-3 border-b border-hair/60 py-1"
        >
          <span className="font-semibold">{one.label}</span>
          <span className="text-right text-place font-bold">
            {one.text}
            <span className="block text-note font-normal text-soft">instead of {one.before}</span>
          </span>
        </li>
      ))}
      {fallback.same_picture ? null : (
        <li className="py-1 text-signal">Other frames than planned: it may not cut with the rest.</li>
      )}
    </ul>
  );
}

function Picture({ word, ev100 }: { word: string | null | undefined; ev100: number }) {
  const { field } = useInField();
  const address = usePicture(field, word);
  if (!address) return null;
  return (
    <figure className="mt-2">
      <img src={address} alt={`How this set takes the scene at ${level(ev100)}`} className="w-full" />
      <figcaption className="text-note text-soft">Simulated, near this light.</figcaption>
    </figure>
  );
}

/** What a plan for just the light that was noted says otherwise, once there was a connection. */
function Anew({ camera, now }: { camera: PackCamera; now: number }) {
  if (camera.replanned.length === 0) return null;
  return (
    <section aria-label="Planned anew" className="mt-4">
      <h2 className="text-head">Planned anew</h2>
      <ul>
        {[...camera.replanned].reverse().map((one) => (
          <li key={one.entry} className="border-b border-hair/60 py-2">
            <span className="text-soft">
              {away(one.at, now)}, {level(one.ev100)}:
            </span>{" "}
            {one.differs.length === 0
              ? `the plan for just that light says the same (${one.told}).`
              : `instead of ${one.told}, the plan for just that light says ${one.differs.join(", ")}.`}
          </li>
        ))}
      </ul>
    </section>
  );
}
