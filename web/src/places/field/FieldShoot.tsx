import { Camera, Clock, ListChecks, type LucideIcon, SunMedium, Video } from "lucide-react";
import { NavLink, useNavigate, useParams } from "react-router";
import type { PackScene } from "../../domain/documents";
import { byTime, sceneOn } from "../../domain/field/clock";
import { type Shoot, useNow, useShoot, useShown } from "../../state/field/use";
import { FieldCard } from "./FieldCard";
import { FieldDay } from "./FieldDay";
import { FieldLight } from "./FieldLight";
import { FieldLists } from "./FieldLists";
import { FieldTakes } from "./FieldTakes";
import { useInField } from "./InField";
import { Top, WayHome } from "./Top";

const TABS: { tab: string; name: string; icon: LucideIcon }[] = [
  { tab: "takes", name: "Takes", icon: Video },
  { tab: "card", name: "Card", icon: Camera },
  { tab: "light", name: "Light", icon: SunMedium },
  { tab: "lists", name: "Lists", icon: ListChecks },
];

/** What every tab of a scene is given. */
export type InScene = { shoot: Shoot; scene: PackScene; now: number };

/** One shoot on the phone: its day as a clock, and by scene takes, card, light and lists. */
export function FieldShoot() {
  const { field, standing, base } = useInField();
  const { shootId, sceneId, tab } = useParams();
  const { packs, taking } = useShown(field);
  const id = shootId ?? packs[0]?.shoot ?? "";
  const shoot = useShoot(field, id);
  const now = useNow();
  const root = shootId ? `${base}/${shootId}` : base;
  const back = shootId ? { to: base, words: "All on this phone" } : null;
  if (!shoot) {
    const error = taking[id]?.error;
    return (
      <>
        <Top back={back} title="Not on this phone" />
        <main className="p-3">
          <p className="mb-3 text-lead">
            {shootId
              ? "This shoot was not taken along on this phone."
              : "Nothing of this shoot is on this phone yet."}
          </p>
          <button
            type="button"
            className="w-full rounded-sm bg-sea px-4 font-semibold text-on-sea"
            onClick={() => void field.take(id)}
          >
            Take it along
          </button>
          {error ? (
            <p role="alert" className="mt-2 text-signal">
              {error}
            </p>
          ) : null}
        </main>
      </>
    );
  }
  const { pack } = shoot.kept;
  const scene = pack.scenes.find((one) => one.id === sceneId) ?? sceneOn(pack, now).scene;
  const inScene = scene && sceneId ? { shoot, scene, now } : null;
  return (
    <>
      <Top back={back} title={pack.name} />
      {pack.may === "look" ? null : <WayHome field={field} standing={standing} />}
      <main className="mx-auto flex w-full max-w-[40rem] flex-1 flex-col px-3">
        {inScene ? (
          <SceneBar scene={inScene.scene} scenes={byTime(pack.scenes)} root={root} tab={tab ?? "takes"} />
        ) : null}
        {inScene ? (
          <Tab tab={tab ?? "takes"} at={inScene} />
        ) : (
          <FieldDay shoot={shoot} now={now} root={root} />
        )}
      </main>
      <nav
        aria-label="Places of the field"
        className="sticky bottom-0 z-10 grid grid-cols-5 border-t rule bg-paper pb-[env(safe-area-inset-bottom)]"
      >
        <Press to={root} end name="Day" icon={Clock} />
        {TABS.map((one) => (
          <Press
            key={one.tab}
            to={scene ? `${root}/${scene.id}/${one.tab}` : root}
            {...one}
            on={one.tab === tab}
          />
        ))}
      </nav>
    </>
  );
}

function Press({
  to,
  name,
  icon: Icon,
  end = false,
  on,
}: {
  to: string;
  name: string;
  icon: LucideIcon;
  end?: boolean;
  on?: boolean;
}) {
  return (
    <NavLink
      to={to}
      end={end}
      className={({ isActive }) =>
        `flex flex-col items-center justify-center gap-0.5 text-note ${(on ?? isActive) ? "bg-sea-wash font-semibold" : ""}`
      }
    >
      <Icon size={22} aria-hidden />
      {name}
    </NavLink>
  );
}

/** Which scene this is, and the way to the others. */
function SceneBar({
  scene,
  scenes,
  root,
  tab,
}: {
  scene: PackScene;
  scenes: PackScene[];
  root: string;
  tab: string;
}) {
  const go = useNavigate();
  return (
    <label className="-mx-3 mb-2 flex items-center border-b rule bg-paper px-3 py-1">
      <span className="sr-only">Scene</span>
      <select
        className="w-full rounded-sm border rule bg-paper px-2 text-head font-semibold"
        value={scene.id}
        onChange={(event) => go(`${root}/${event.target.value}/${tab}`)}
      >
        {scenes.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  );
}

function Tab({ tab, at }: { tab: string; at: InScene }) {
  if (tab === "card") return <FieldCard {...at} />;
  if (tab === "light") return <FieldLight {...at} />;
  if (tab === "lists") return <FieldLists {...at} />;
  return <FieldTakes {...at} />;
}
