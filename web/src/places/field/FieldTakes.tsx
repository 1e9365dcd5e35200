import { useRef, useState } from "react";
import type { PackCamera } from "../../domain/documents";
import { age } from "../../domain/field/clock";
import type { Act } from "../../domain/field/entries";
import { lightAt } from "../../domain/field/light";
import { lightOf, setNoted, shotDone } from "../../domain/field/taking";
import { level } from "../../domain/format";
import { told } from "../../domain/wording";
import { useHolding } from "../../state/field/holding";
import { OneOf, Press } from "../../ui/Press";
import { CameraChoice, useCamera } from "./CameraChoice";
import type { InScene } from "./FieldShoot";
import { Hold } from "./Hold";
import { NO_SHOT, ShotChoice } from "./ShotChoice";
import { TakeRow } from "./TakeRow";
import { Verdict } from "./Verdict";

/** So soon after a press another is taken for a slip of a wet thumb [ms]. */
const SLIP_MS = 700;
const HOLD_S = 10;
const WHICH = [
  { value: "planned", text: "as planned" },
  { value: "dialled", text: "as dialled in" },
] as const;

/** Count takes, judge them, hold: what is pressed again and again stands at the bottom, under the thumb. */
export function FieldTakes({ shoot, scene, now }: InScene) {
  const { pack } = shoot.kept;
  const [camera, chooseCamera] = useCamera(scene);
  const [shotId, setShotId] = useState(NO_SHOT);
  const [which, setWhich] = useState<"planned" | "dialled">("planned");
  const [error, setError] = useState(false);
  const [gone, setGone] = useState<string | null>(null);
  const last = useRef(0);
  const holding = useHolding();
  const shots = pack.shots.filter((one) => one.shot.scene === scene.id);
  const shot = shots.find((one) => one.id === shotId)?.shot ?? null;
  const takes = shoot.state.takes.filter((one) => one.scene === scene.id).reverse();
  const [latest] = takes;
  const may = pack.may !== "look";
  const note = (act: Act) =>
    void shoot
      .note(act)
      .then(() => setError(false))
      .catch(() => setError(true));
  const count = (seconds: number | null) => {
    const at = Date.now();
    if (at - last.current < SLIP_MS) return;
    last.current = at;
    setGone(null);
    note({
      kind: "take",
      scene: scene.id,
      setup: camera?.setup_id ?? null,
      shot: shot ? shotId : null,
      which,
      set: camera ? setNoted(camera, which, shoot.state) : [],
      ...lightOf(scene, shoot.entries, at),
      seconds,
    });
  };
  return (
    <>
      <SceneLine scene={scene} camera={camera} now={now} />
      <Anew camera={camera} />
      <Cautions camera={camera} />
      <CameraChoice scene={scene} camera={camera} onChoose={chooseCamera} />
      {camera && may ? (
        <OneOf label="Takes are noted with the set" value={which} choices={WHICH} onChoose={setWhich} />
      ) : null}
      {shots.length > 0 ? (
        <ShotChoice
          shots={shots}
          chosen={shotId}
          countOf={(id) => takes.filter((take) => take.shot === id).length}
          doneOf={(one) => shotDone(one.id, one.shot.done, shoot.state)}
          acts={may ? { choose: setShotId, done: (shot, done) => note({ kind: "shot", shot, done }) } : null}
        />
      ) : null}
      <ol aria-label="Takes, the latest first" className="mt-3">
        {takes.map((take) => (
          <TakeRow
            key={take.id}
            take={take}
            about={age(take.at, now)}
            shot={pack.shots.find((one) => one.id === take.shot)?.shot ?? null}
            may={may}
            note={note}
            onGone={() => setGone(take.id)}
          />
        ))}
      </ol>
      {takes.length === 0 ? <p className="py-2 text-soft">No take of this scene yet.</p> : null}
      {may ? (
        <div className="sticky bottom-[64px] z-[5] mt-auto border-t rule bg-ground py-2">
          {error ? (
            <p role="alert" className="mb-1 text-signal">
              This phone did not keep that. Try once more.
            </p>
          ) : null}
          {gone ? (
            <p role="status" className="mb-2 flex items-center justify-between">
              Taken back.
              <Press
                onClick={() => {
                  note({ kind: "take-gone", take: gone, gone: false });
                  setGone(null);
                }}
              >
                It was a take
              </Press>
            </p>
          ) : null}
          {holding.since === null ? (
            <>
              {latest ? <Verdict take={latest} note={note} named /> : null}
              <div className="mt-2 grid grid-cols-[1fr_auto] gap-2">
                <Press look="strong" className="tall text-verdict" onClick={() => count(null)}>
                  Count take {(latest?.number ?? 0) + 1}
                </Press>
                <Press className="tall" onClick={holding.begin}>
                  Hold {shot?.hold_s ?? HOLD_S} s
                </Press>
              </div>
            </>
          ) : (
            <Hold
              seconds={holding.seconds}
              wanted={shot?.hold_s ?? HOLD_S}
              onCount={() => count(holding.end())}
              onStop={() => holding.end()}
            />
          )}
        </div>
      ) : null}
    </>
  );
}

/** The light as it should be now, and how far the set still holds. */
function SceneLine({
  scene,
  camera,
  now,
}: {
  scene: InScene["scene"];
  camera: PackCamera | null;
  now: number;
}) {
  const light = lightAt(scene, now) ?? scene.ev100;
  if (!camera) return <p>No camera on this scene.</p>;
  if (camera.low_ev100 == null || camera.high_ev100 == null)
    return <p className="text-signal">{camera.refused}</p>;
  const below = light - camera.low_ev100;
  const above = camera.high_ev100 - light;
  const holds = below >= 0 && above >= 0;
  const room =
    below < above
      ? `${below.toFixed(1)} stops over its low mark`
      : `${above.toFixed(1)} stops under its high mark`;
  const out = below < 0 ? `${(-below).toFixed(1)} stops too dark` : `${(-above).toFixed(1)} stops too bright`;
  return (
    <p className={holds ? "" : "font-semibold text-signal"}>
      {camera.headline}. Light {level(light)}: {holds ? `holds, ${room}` : `${out} for it; see Light`}.
    </p>
  );
}

/** What a plan for the light that was noted last says otherwise, once there was a connection. */
function Anew({ camera }: { camera: PackCamera | null }) {
  const last = camera?.replanned.at(-1);
  if (!last || last.differs.length === 0) return null;
  return (
    <p className="font-semibold">
      Planned anew for {level(last.ev100)}: {last.differs.join(", ")}. See Light.
    </p>
  );
}

/** What can hurt, once, short. */
function Cautions({ camera }: { camera: PackCamera | null }) {
  if (!camera || camera.cautions.length === 0) return null;
  return (
    <details className="my-1 border-l-4 border-signal bg-signal-wash px-2">
      <summary className="flex items-center font-semibold text-signal">
        {camera.cautions.length === 1 ? "One caution" : `${camera.cautions.length} cautions`}
      </summary>
      {camera.cautions.map(told).map((words) => (
        <p key={words} className="pb-1">
          {words}
        </p>
      ))}
    </details>
  );
}
