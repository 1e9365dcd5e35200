import { useMemo, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import {
  type Axis,
  axesOf,
  type Item,
  inLight,
  MOST,
  type Place,
  panned,
  type Take,
  WHOLE,
} from "../../domain/bench/beside";
import { notesOf, type Seeing, settingsThatDiffer } from "../../domain/bench/picture";
import type { PictureView, Plan, SceneView, SetupView } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { addCamera, choosePin, chooseSchool } from "../../state/bench/acts";
import { usePictures } from "../../state/bench/pictures";
import { useTrials } from "../../state/bench/trials";
import { useDevices, useScene, useSceneAct } from "../../state/queries";
import { useSchools } from "../../state/taste/stances";
import { ChoiceField } from "../../ui/Field";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { Hung } from "./Hung";
import { moved, Tools } from "./Tools";
import { Wipe } from "./Wipe";

/** Sets of one scene side by side: the same crop, figures under each, what differs marked. */
export function Beside() {
  const { sceneId = "" } = useParams();
  const [search] = useSearchParams();
  const scene = useScene(sceneId);
  if (scene.isPending) return <Waiting what="the scene" />;
  if (scene.error instanceof Refused) return <Nowhere />;
  if (scene.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  const setup = scene.data.setups.find((one) => one.id === search.get("camera")) ?? scene.data.setups[0];
  if (!setup) return <Nowhere />;
  const { outcome } = setup;
  if (outcome.outcome !== "plan") {
    return (
      <Notice>
        There is no set to look at yet.{" "}
        <Link className="underline" to={`/scenes/${sceneId}?camera=${setup.id}`}>
          Settle it on the bench first.
        </Link>
      </Notice>
    );
  }
  return <Open key={setup.id} scene={scene.data} setup={setup} plan={outcome} />;
}

function Open({ scene, setup, plan }: { scene: SceneView; setup: SetupView; plan: Plan }) {
  const schools = useSchools().data;
  const devices = useDevices().data;
  const axes = useMemo(
    () =>
      schools && devices
        ? axesOf({
            plan,
            brief: scene.brief,
            school: setup.held.key,
            device_id: setup.device_id,
            schools,
            devices,
          })
        : null,
    [schools, devices, plan, scene.brief, setup],
  );
  const [address, setAddress] = useSearchParams();
  const [search, show] = useState(address);
  const axis = axes?.find((one) => one.key === search.get("by")) ?? axes?.[0];
  if (!axes || !axis) return <Waiting what="the sets" />;
  const lights = axes.find((one) => one.key === "light")?.items ?? [];
  const lit = axis.key === "light" ? undefined : lights.find((item) => item.key === search.get("in"));
  const named = search.get("hang")?.split("~");
  const hung = named ?? axis.first;
  // The address follows in its own time; what was chosen shows at once.
  const setSearch = (fields: Record<string, string>) => {
    const next = new URLSearchParams(fields);
    show(next);
    setAddress(next, { replace: true });
  };
  const put = (changes: Record<string, string>) => setSearch({ ...Object.fromEntries(search), ...changes });
  return (
    <div className="w-full min-w-0 px-4 py-3">
      <header className="mb-2 flex flex-wrap items-end gap-x-4 gap-y-2 print:block">
        <div>
          <Link className="text-soft hover:underline" to={`/scenes/${scene.id}?camera=${setup.id}`}>
            {scene.name} on {setup.device_name}
          </Link>
          <h1 className="text-place">Side by side</h1>
        </div>
        <div className="w-52 print:hidden">
          <ChoiceField
            label="What is compared"
            value={axis.key}
            choices={axes.map((one) => ({ value: one.key, text: one.label }))}
            onChoose={(by) => setSearch({ camera: setup.id, by, in: search.get("in") ?? "expected" })}
          />
        </div>
        {["light"].includes(axis.key) ? null : (
          <div className="w-52 print:hidden">
            <ChoiceField
              label="In which light"
              value={search.get("in") ?? "expected"}
              choices={lights.map((item) => ({ value: item.key, text: item.label }))}
              onChoose={(chosen) => put({ in: chosen })}
            />
          </div>
        )}
      </header>
      <Pick axis={axis} hung={hung} onHang={(keys) => put({ hang: keys.join("~") })} />
      <Sheet
        scene={scene}
        setup={setup}
        items={axis.items.filter((item) => hung.includes(item.key)).map((item) => inLight(item, lit))}
      />
    </div>
  );
}

/** What hangs: at most six, at least one. */
function Pick({ axis, hung, onHang }: { axis: Axis; hung: string[]; onHang: (keys: string[]) => void }) {
  return (
    <fieldset className="mb-2 flex flex-wrap gap-x-4 gap-y-1 print:hidden">
      <legend className="sr-only">What hangs side by side</legend>
      {axis.items.map((item) => {
        const on = hung.includes(item.key);
        return (
          <label key={item.key} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-(--sea)"
              checked={on}
              disabled={on ? hung.length < 2 : hung.length >= MOST}
              onChange={() => onHang(on ? hung.filter((key) => key !== item.key) : [...hung, item.key])}
            />
            {item.label}
          </label>
        );
      })}
      {hung.length >= MOST ? <span className="text-note text-soft">Six hang at most.</span> : null}
    </fieldset>
  );
}

function Sheet({ scene, setup, items }: { scene: SceneView; setup: SetupView; items: Item[] }) {
  const [seeing, setSeeing] = useState<Seeing>({ peek: false, graded: true });
  const [place, setPlace] = useState<Place>(WHOLE);
  const [wiping, setWiping] = useState(false);
  const { trials, toggle, error } = useTrials(setup.id);
  const go = useNavigate();
  const made = `${scene.revision} ${setup.held.key}`;
  const answer = usePictures(
    setup.id,
    items.map((item) => item.wish),
    made,
  );
  const act = useSceneAct(scene.id, (run: () => Promise<SceneView>) => run());
  const pictures = answer.data ?? [];
  const there = pictures.filter((one): one is PictureView => one.outcome === "picture");
  const settings = settingsThatDiffer(there);
  const take = (taken: Take) => {
    const there = scene.setups.find((one) => taken.kind === "camera" && one.device_id === taken.device_id);
    if (there) return go(`/scenes/${scene.id}?camera=${there.id}`);
    act.mutate(
      () =>
        taken.kind === "school"
          ? chooseSchool(setup.id, taken.school)
          : taken.kind === "pin"
            ? choosePin(setup.id, taken.setting, taken.value)
            : addCamera(scene.id, taken.device_id),
      { onSuccess: () => go(`/scenes/${scene.id}?camera=${setup.id}`) },
    );
  };
  const test = (label: string, picture: PictureView) =>
    toggle({
      label,
      values: Object.fromEntries(settings.map((one) => [one, picture.texts[one] ?? ""])),
    });
  const [first, second] = there;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys for all pictures under it; each can be had by a button
    <div onKeyDown={(event) => moved(event, place, setPlace)} className="min-w-0">
      <style>{"@page { size: A4 landscape; margin: 10mm; }"}</style>
      <Tools
        seeing={seeing}
        onSee={setSeeing}
        place={place}
        onPlace={setPlace}
        wiping={items.length === 2 ? wiping : null}
        onWipe={setWiping}
        said={`${answer.isFetching ? "Being made …" : ""}${trials.length ? ` ${trials.length} to test for real, on the card.` : ""}`}
      />
      {answer.isError ? (
        <Notice>The pictures cannot be had just now; they are asked for again.</Notice>
      ) : null}
      {(act.error ?? error) ? <Notice>{(act.error ?? error)?.message}</Notice> : null}
      {wiping && first && second && items.length === 2 ? (
        <Wipe
          left={{ picture: first, label: items[0]?.label ?? "" }}
          right={{ picture: second, label: items[1]?.label ?? "" }}
          seeing={seeing}
          place={place}
        />
      ) : null}
      <ul className="flex snap-x snap-mandatory gap-3 overflow-x-auto md:grid md:grid-cols-2 xl:grid-cols-3 print:grid print:grid-cols-3">
        {items.map((item, at) => (
          <Hung
            key={item.key}
            item={item}
            picture={pictures[at]}
            all={there}
            settings={settings}
            seeing={seeing}
            place={place}
            onPan={(across, down) => setPlace(panned(place, across, down))}
            hidden={wiping && items.length === 2}
            waiting={answer.isFetching}
            tested={trials.some((one) => one.label === item.label)}
            onTest={(picture) => test(item.label, picture)}
            onTake={take}
          />
        ))}
      </ul>
      {first ? (
        <details className="mt-2 text-note text-soft print:hidden">
          <summary>What is simplified in the pictures</summary>
          {notesOf(first).map((note) => (
            <p key={note}>{note}</p>
          ))}
        </details>
      ) : null}
    </div>
  );
}
