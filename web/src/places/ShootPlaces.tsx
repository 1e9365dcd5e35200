import { Link, NavLink } from "react-router";
import { ShowShoot } from "./shared/ShowShoot";

const PLACES = [
  { path: "day", name: "The day" },
  { path: "ready", name: "Getting ready" },
  { path: "shots", name: "Shot list" },
  { path: "footage", name: "Footage" },
];

/** The places of one shoot, from any of them. within: whether one of them is shown, with the way back to all shoots. */
export function ShootPlaces({ shootId, within = true }: { shootId: string; within?: boolean }) {
  return (
    <nav aria-label="Places of the shoot" className="no-print flex flex-wrap gap-1">
      {PLACES.map(({ path, name }) => (
        <NavLink
          key={path}
          to={`/shoots/${shootId}/${path}`}
          className="rounded-sm border rule px-2.5 py-0.5 hover:bg-sea-wash aria-[current=page]:bg-sea-wash aria-[current=page]:font-semibold"
        >
          {name}
        </NavLink>
      ))}
      <a href={`/field/${shootId}`} className="rounded-sm border rule px-2.5 py-0.5 hover:bg-sea-wash">
        Field
      </a>
      <ShowShoot shootId={shootId} />
      {within ? (
        <Link to="/" className="px-1.5 py-0.5 text-soft hover:underline">
          All shoots
        </Link>
      ) : null}
    </nav>
  );
}
