import { Link } from "react-router";
import { standing, stretch } from "../../domain/day/day";
import { clock } from "../../domain/day/times";
import type { DayView, SceneDay } from "../../domain/documents";
import { habits } from "../../domain/habits";
import type { FilmingState } from "../../state/day/day";
import { useTimes } from "../../state/day/times";
import { Button } from "../../ui/Button";

type Common = { film: FilmingState; day: DayView };

/** The same as the diagram, in words and figures: when each scene is filmed, and when its sets are steady. */
export function DayTable({
  film,
  day,
  chosen,
  onChoose,
}: Common & { chosen: string | null; onChoose: (scene_id: string) => void }) {
  if (day.scenes.length === 0)
    return (
      <p className="border rule bg-paper px-3 py-2 text-soft">
        This shoot has no scenes yet.{" "}
        <Link to="/" className="text-sea underline">
          Add the first one
        </Link>
        , give it a time here, and its set stands against the light.
      </p>
    );
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border rule bg-paper text-small max-md:block" aria-label="Scenes of the day">
        <thead className="max-md:sr-only">
          <tr className="border-b-2 border-ink text-left text-note text-soft">
            <th className="py-0.5 pl-3 font-normal">Scene</th>
            <th className="font-normal">Filmed</th>
            <th className="font-normal">At that time</th>
            <th className="pr-3 font-normal">Steady through the day</th>
          </tr>
        </thead>
        <tbody className="max-md:block">
          {day.scenes.map((scene) => (
            <SceneRow
              key={scene.id}
              film={film}
              scene={scene}
              day={day}
              chosen={scene.id === chosen}
              onChoose={() => onChoose(scene.id)}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function SceneRow({
  film,
  scene,
  day,
  chosen,
  onChoose,
}: Common & { scene: SceneDay; chosen: boolean; onChoose: () => void }) {
  const { jump, minutes } = day;
  const said = standing(scene, jump);
  const better = scene.better_start;
  return (
    <tr
      className={`border-b border-hair/60 align-baseline max-md:grid max-md:grid-cols-[1fr_auto] max-md:items-baseline max-md:px-2 max-md:py-1 ${chosen ? "bg-sea-wash" : ""}`}
      onFocus={onChoose}
    >
      <th scope="row" className="py-1 pr-2 pl-3 text-left font-normal whitespace-nowrap max-md:pl-0">
        <button
          type="button"
          aria-pressed={chosen}
          onClick={onChoose}
          className="font-title text-lead font-semibold hover:underline"
        >
          {scene.name}
        </button>
      </th>
      <Times film={film} scene={scene} day={day} />
      <td
        className={`py-1 pr-2 leading-tight max-md:col-span-2 max-md:py-0 ${said.fails ? "text-signal" : ""}`}
      >
        {said.words}
        {better != null && scene.starts != null && scene.ends != null ? (
          <Button
            className="ml-1 px-1.5 py-0 text-note text-ink"
            onClick={() =>
              film.move(scene.id, { starts: better, ends: better + (scene.ends ?? 0) - (scene.starts ?? 0) })
            }
          >
            Move it to {clock(better, jump)}: steady all through
          </Button>
        ) : null}
      </td>
      <td className="py-1 pr-3 leading-tight max-md:col-span-2 max-md:text-note max-md:text-soft">
        {scene.cameras.map((camera) => (
          <div key={camera.setup_id}>
            {scene.cameras.length > 1 ? <span className="text-soft">{camera.device_name} </span> : null}
            {camera.steady.length
              ? camera.steady
                  .slice(0, 3)
                  .map((one) => stretch(one, minutes, jump))
                  .join("; ")
              : "never in this light"}
          </div>
        ))}
      </td>
    </tr>
  );
}

/** From and to, written as on a 24-hour clock; what cannot be meant is said beside them. */
function Times({ film, scene, day }: Common & { scene: SceneDay }) {
  const times = useTimes(film, scene, day.jump);
  const field = (name: "from" | "to") => (
    <input
      aria-label={`${scene.name} ${name}`}
      aria-invalid={Boolean(times.problem)}
      className={`${habits().clock === "12h" ? "w-[4.6rem]" : "w-[3.4rem]"} rounded-sm border bg-paper px-1 rule`}
      placeholder="–:–"
      value={times.shown[name]}
      onChange={(event) => times.type(name, event.target.value)}
      onBlur={times.leave}
      onKeyDown={(event) => (event.key === "Enter" ? times.leave() : undefined)}
    />
  );
  return (
    <td className="py-1 pr-3 whitespace-nowrap max-md:pr-0">
      {field("from")} {field("to")}
      {scene.fixed ? <span className="ml-1 text-fine text-soft">fixed</span> : null}
      {times.problem ? (
        <p role="alert" className="text-fine whitespace-normal text-signal">
          {times.problem}
        </p>
      ) : null}
    </td>
  );
}
