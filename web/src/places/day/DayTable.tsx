import { useState } from "react";
import { Link } from "react-router";
import type { DayView, SceneDay } from "../../api/client";
import { clock, minuteOf, standing, stretch } from "../../domain/day";
import type { Filming } from "../../state/day";
import { Button } from "../../ui/Button";

/** The same as the diagram, in words and figures: when each scene is filmed, and when its sets are steady. */
export function DayTable({ film, day }: { film: Filming; day: DayView }) {
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border rule bg-paper text-[13px]" aria-label="Scenes of the day">
        <thead>
          <tr className="border-b-2 border-ink text-left text-[12.5px] text-soft">
            <th className="py-1 pl-3 font-normal">Scene</th>
            <th className="font-normal">Filmed</th>
            <th className="font-normal">At that time</th>
            <th className="pr-3 font-normal">Steady through the day</th>
          </tr>
        </thead>
        <tbody>
          {day.scenes.map((scene) => (
            <SceneRow
              key={`${scene.id} ${scene.starts} ${scene.ends}`}
              film={film}
              scene={scene}
              minutes={day.minutes}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function SceneRow({ film, scene, minutes }: { film: Filming; scene: SceneDay; minutes: number }) {
  const [typed, setTyped] = useState({
    from: scene.starts == null ? "" : clock(scene.starts),
    to: scene.ends == null ? "" : clock(scene.ends),
  });
  const refused = film.refused?.scene_id === scene.id ? film.refused.words : null;
  const said = standing(scene);
  const keep = (next: typeof typed) => {
    setTyped(next);
    const [starts, ends] = [minuteOf(next.from), minuteOf(next.to)];
    if (next.from === "" && next.to === "") film.keep({ scene_id: scene.id, starts: null, ends: null });
    else if (starts !== null && ends !== null) {
      // A scene that ends after midnight goes on into the next day.
      film.keep({ scene_id: scene.id, starts, ends: ends <= starts && ends < 60 ? ends + 1440 : ends });
    }
  };
  return (
    <tr className="border-b border-hair/60 align-baseline">
      <th scope="row" className="py-1 pl-3 text-left font-normal">
        <Link to={`/scenes/${scene.id}`} className="font-title text-[16px] font-semibold hover:underline">
          {scene.name}
        </Link>
        <span className="block text-[12px] text-soft">{scene.light}</span>
      </th>
      <td className="py-1 pr-4 whitespace-nowrap">
        <input
          type="time"
          aria-label={`${scene.name} from`}
          aria-invalid={Boolean(refused)}
          className="rounded-sm border bg-paper px-1 rule"
          value={typed.from}
          onChange={(event) => keep({ ...typed, from: event.target.value })}
        />{" "}
        <input
          type="time"
          aria-label={`${scene.name} to`}
          aria-invalid={Boolean(refused)}
          className="rounded-sm border bg-paper px-1 rule"
          value={typed.to}
          onChange={(event) => keep({ ...typed, to: event.target.value })}
        />
        {refused ? (
          <p role="alert" className="text-[12px] whitespace-normal text-signal">
            {refused}
          </p>
        ) : null}
      </td>
      <td className={`py-1 pr-2 ${said.steady ? "" : "text-signal"}`}>
        {said.words}
        {scene.better_start != null && scene.starts != null && scene.ends != null ? (
          <Button
            className="mx-2 px-2 py-0 text-[12.5px] text-ink"
            onClick={() => {
              const starts = scene.better_start ?? 0;
              film.keep({
                scene_id: scene.id,
                starts,
                ends: starts + (scene.ends ?? 0) - (scene.starts ?? 0),
              });
            }}
          >
            Move it to {clock(scene.better_start)}: steady all through
          </Button>
        ) : null}
      </td>
      <td className="py-1 pr-3">
        {scene.cameras.map((camera) => (
          <div key={camera.setup_id}>
            <span className="text-soft">{camera.device_name}</span>{" "}
            {camera.steady.length
              ? camera.steady
                  .slice(0, 3)
                  .map((one) => stretch(one, minutes))
                  .join("; ")
              : "never in this light"}
          </div>
        ))}
      </td>
    </tr>
  );
}
