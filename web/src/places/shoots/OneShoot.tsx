import { useState } from "react";
import { Link } from "react-router";
import type { SceneSummary, SetupSummary, ShootView } from "../../domain/documents";
import { day, words } from "../../domain/format";
import { habits } from "../../domain/habits";
import { shortSentence } from "../../domain/ready/budget";
import { planned, shortestFirst } from "../../domain/shoots/shootList";
import { told } from "../../domain/wording";
import { useMadeUp } from "../../state/shoots/madeUp";
import { usePutAway } from "../../state/shoots/removed";
import { Button } from "../../ui/Button";
import { ShootPlaces } from "../ShootPlaces";
import { Discard } from "./LookAround";
import { NewScene } from "./NewScene";
import { ChangeShoot } from "./ShootSheet";
import { SmallPicture } from "./SmallPicture";
import { SmallTide } from "./SmallTide";

/** A shoot: its scenes' light against their marks, and what still needs deciding. */
export function OneShoot({ shoot }: { shoot: ShootView }) {
  const [adding, setAdding] = useState(false);
  const [changing, setChanging] = useState(false);
  const madeUp = useMadeUp();
  const away = usePutAway(shoot.id);
  const open = shoot.scenes.filter((scene) =>
    scene.setups.some((setup) => setup.to_decide.length > 0),
  ).length;
  const settled = planned([shoot]).waiting > 0 ? "" : "nothing left to decide";
  return (
    <section aria-label={shoot.name} className="mb-6 border rule bg-paper">
      <header className="flex flex-wrap items-baseline gap-x-3 border-b-2 border-ink px-4 py-2">
        <h2 className="text-place">{shoot.name}</h2>
        <span className="text-soft">{[shoot.place, day(shoot.day)].filter(Boolean).join(", ")}</span>
        <ShootPlaces shootId={shoot.id} within={false} />
        <span className={`ml-auto ${open ? "font-semibold text-signal" : "text-soft"}`}>
          {open ? `${open} to settle` : settled}
        </span>
      </header>
      <ShortOfDay shoot={shoot} />
      {shoot.scenes.length === 0 ? (
        <p className="px-4 py-3 text-soft">No scene yet. Add the first: what happens, in what light.</p>
      ) : (
        <table className="w-full">
          <thead className="max-md:hidden">
            <tr className="border-b rule text-left text-note text-soft">
              <th className="w-[15rem] py-1 pl-4 font-normal">Scene</th>
              <th className="w-[11rem] font-normal">Camera</th>
              <th className="font-normal">Set</th>
              <th className="w-[19rem] pr-4 font-normal">
                Light against the marks{habits().light === "lux" ? "" : ", EV"}
              </th>
            </tr>
          </thead>
          <tbody>
            {shoot.scenes.map((scene) => (
              <SceneRows key={scene.id} scene={scene} />
            ))}
          </tbody>
        </table>
      )}
      <footer className="flex flex-wrap gap-2 px-4 py-2">
        <Button onClick={() => setAdding(true)}>Add a scene</Button>
        <Button look="quiet" className="text-soft" onClick={() => setChanging(true)}>
          Name, place, day
        </Button>
        <Link to={`/first?shoot=${shoot.id}`} className="rounded-sm px-2.5 py-1 text-soft hover:bg-sea-wash">
          A scene, step by step
        </Link>
        <Button
          look="quiet"
          className="text-soft"
          disabled={away.isPending}
          onClick={() => away.mutate(!shoot.put_away)}
        >
          {shoot.put_away ? "Take it out again" : "Put it away"}
        </Button>
        {madeUp.data?.shoot_id === shoot.id ? <Discard /> : null}
      </footer>
      {changing ? <ChangeShoot shoot={shoot} onClose={() => setChanging(false)} /> : null}
      {adding ? <NewScene shoot={shoot} onClose={() => setAdding(false)} /> : null}
    </section>
  );
}

/** What its day lacks of cells, cards and cooling: the first of it, told once. */
function ShortOfDay({ shoot }: { shoot: ShootView }) {
  const [first, ...rest] = shoot.short;
  if (!first) return null;
  return (
    <p className="border-b rule px-4 py-1 text-small text-signal">
      {shortSentence(first)}
      {rest.length ? `, and ${rest.length} more` : ""}{" "}
      <Link to={`/shoots/${shoot.id}/day`} className="text-ink underline">
        What helps
      </Link>
    </p>
  );
}

function SceneRows({ scene }: { scene: SceneSummary }) {
  return scene.setups.map((setup, index) => (
    <tr key={setup.id} className={`align-top max-md:block max-md:pb-2 ${index === 0 ? "border-t rule" : ""}`}>
      <td className="py-2 pl-4 max-md:block max-md:pb-0">
        {index === 0 ? (
          <>
            <Link to={`/scenes/${scene.id}`} className="font-title text-head font-semibold hover:underline">
              {scene.name}
            </Link>
            <div className="text-note text-soft">{words(scene.scenario)}</div>
          </>
        ) : null}
      </td>
      <td className="py-2 pr-2 max-md:block max-md:py-0.5 max-md:pl-4 max-md:font-semibold">
        <Link to={`/scenes/${scene.id}?camera=${setup.id}`} className="hover:underline">
          {setup.device_name}
        </Link>
      </td>
      <td className="py-2 pr-4 max-md:block max-md:py-0.5 max-md:pl-4">
        <div className="flex gap-3">
          {setup.outcome === "plan" ? (
            <SmallPicture setup={setup} to={`/scenes/${scene.id}?camera=${setup.id}`} />
          ) : null}
          <div className="min-w-0 flex-1">
            {setup.outcome === "plan" ? setup.headline : null}
            {setup.outcome === "waiting" ? <span className="text-soft">being planned …</span> : null}
            <Needs setup={setup} />
          </div>
        </div>
      </td>
      <td className="py-1.5 pr-4 max-md:block max-md:pl-4">
        {setup.light ? <SmallTide light={setup.light} /> : null}
      </td>
    </tr>
  ));
}

/** What needs a hand: the shortest line, the rest behind it. */
function Needs({ setup }: { setup: SetupSummary }) {
  const [first, ...rest] = shortestFirst([
    ...[...setup.to_decide, ...setup.short].map(told),
    ...setup.leftovers.map((one) => `left over: ${one}`),
  ]);
  if (!first) {
    const pays = setup.pays.map(told);
    return pays.length ? <div className="text-note text-soft">{pays.join("; ")}</div> : null;
  }
  return (
    <div className="text-note text-signal">
      {first}
      {rest.length > 0 ? (
        <details>
          <summary className="cursor-pointer text-soft">and {rest.length} more</summary>
          {rest.map((one) => (
            <div key={one}>{one}</div>
          ))}
        </details>
      ) : null}
    </div>
  );
}
