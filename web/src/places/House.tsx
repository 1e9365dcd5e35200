import { Moon, Search, Sun } from "lucide-react";
import { Suspense, useEffect, useState } from "react";
import { NavLink, Outlet, useLocation, useNavigate, useNavigationType } from "react-router";
import { useKeys } from "../state/keys";
import { useNewer } from "../state/version";
import { toggleWatch, useWatch } from "../state/watch";
import { Button } from "../ui/Button";
import { Notice, Waiting } from "../ui/Notice";
import { Finder } from "./Finder";
import { KeySheet } from "./KeySheet";
import { SignOut } from "./SignOut";

const PLACES = [
  { to: "/", name: "Shoots", end: true },
  { to: "/cards", name: "Cards", end: false },
  { to: "/kit", name: "Kit", end: false },
  { to: "/taste", name: "Taste", end: false },
  { to: "/sums", name: "Sums", end: false },
  { to: "/logbook", name: "Logbook", end: false },
];

/** The frame around every place. */
export function House({ name, demo, offline }: { name: string; demo: boolean; offline: boolean }) {
  const [help, setHelp] = useState(false);
  const [finding, setFinding] = useState(false);
  const watch = useWatch();
  const newer = useNewer();
  const go = useNavigate();
  const { pathname } = useLocation();
  const way = useNavigationType();
  // Another place begins at its top; going back finds it as it was left.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is the place that counts
  useEffect(() => {
    if (way !== "POP") window.scrollTo(0, 0);
  }, [pathname]);
  useKeys({
    find: () => setFinding(true),
    help: () => setHelp(true),
    watch: toggleWatch,
    shoots: () => go("/"),
  });
  return (
    <div className="flex min-h-screen flex-col">
      <header className="no-print flex flex-wrap items-center gap-x-5 gap-y-1 border-b rule bg-paper px-4 py-1.5">
        <NavLink to="/" className="font-title text-head font-semibold">
          Steady Tide
        </NavLink>
        <nav aria-label="Places" className="flex gap-1 max-sm:order-last max-sm:w-full max-sm:flex-wrap">
          {PLACES.map((place) => (
            <NavLink
              key={place.to}
              to={place.to}
              end={place.end}
              className="rounded-sm px-2 py-0.5 hover:bg-sea-wash aria-[current=page]:bg-sea-wash aria-[current=page]:font-semibold"
            >
              {place.name}
            </NavLink>
          ))}
          <a href="/field" className="rounded-sm px-2 py-0.5 hover:bg-sea-wash max-sm:hidden">
            Field
          </a>
        </nav>
        <a href="/field" className="rounded-sm border rule px-2.5 sm:hidden">
          Field
        </a>
        <div className="ml-auto flex items-center gap-1 text-soft">
          {demo ? (
            <span className="mr-2 max-sm:hidden">{name}, demo</span>
          ) : (
            <NavLink to="/account" className="mr-2 rounded-sm px-2 py-0.5 hover:bg-sea-wash">
              {name}
            </NavLink>
          )}
          <Button look="quiet" onClick={() => setFinding(true)} aria-label="Find">
            <Search size={15} aria-hidden />
          </Button>
          <Button
            look="quiet"
            onClick={toggleWatch}
            aria-pressed={watch === "night"}
            aria-label="Night watch"
          >
            {watch === "night" ? <Sun size={15} aria-hidden /> : <Moon size={15} aria-hidden />}
          </Button>
          <Button look="quiet" onClick={() => setHelp(true)} aria-label="Keys">
            ?
          </Button>
          {demo ? null : <SignOut />}
        </div>
      </header>
      {offline ? (
        <Notice>
          No connection. What you took along works in{" "}
          <a href="/field" className="underline">
            the field
          </a>
          ; everything else waits for the service.
        </Notice>
      ) : null}
      {newer ? (
        <Notice tone="plain">
          A newer version is ready.{" "}
          <button type="button" className="underline" onClick={() => window.location.reload()}>
            Open it
          </button>
        </Notice>
      ) : null}
      <main className="flex min-h-0 flex-1 flex-col">
        <Suspense fallback={<Waiting what="this place" />}>
          <Outlet />
        </Suspense>
      </main>
      <KeySheet open={help} onOpenChange={setHelp} />
      <Finder open={finding} onOpenChange={setFinding} />
    </div>
  );
}
