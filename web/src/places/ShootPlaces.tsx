import { NavLink } from "react-router";

const PLACES = [
  { path: "day", name: "The day" },
  { path: "ready", name: "Getting ready" },
  { path: "shots", name: "Shot list" },
];

/** The places of one shoot, from any of them. */
export function ShootPlaces({ shootId }: { shootId: string }) {
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
    </nav>
  );
}
