import { useState } from "react";
import { Link } from "react-router";
import type { ShootView } from "../../domain/documents";
import { planned } from "../../domain/shoots/shootList";
import { useNear } from "../../state/near";
import { useShoot, useShoots } from "../../state/queries";
import { PAGE, useShootPages } from "../../state/shoots/lists";
import { Bar } from "../../ui/Bar";
import { Button } from "../../ui/Button";
import { More } from "../../ui/More";
import { Notice, Waiting } from "../../ui/Notice";
import { LatelyDeleted } from "./LatelyDeleted";
import { LookAround } from "./LookAround";
import { OneShoot } from "./OneShoot";
import { NewShoot } from "./ShootSheet";

/** From so many shoots on, they can be searched here. */
const MANY = 4;

/** The list of shoots. */
export function Shoots() {
  const shoots = useShoots();
  const [adding, setAdding] = useState(false);
  if (shoots.isPending) return <Waiting what="your shoots" />;
  if (shoots.isError)
    return <Notice>The service does not answer; your shoots are shown when it does.</Notice>;
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-4">
      <div className="mb-3 flex items-baseline gap-4">
        <h1 className="text-great">Shoots</h1>
        <Link to="/first" className="ml-auto rounded-sm border rule px-2.5 py-1 hover:bg-sea-wash">
          A card in a minute
        </Link>
        <Button onClick={() => setAdding(true)}>New shoot</Button>
      </div>
      {shoots.data.length === 0 ? (
        <NoShoot onAdd={() => setAdding(true)} />
      ) : (
        <Shelves many={shoots.data.length >= MANY} />
      )}
      <LatelyDeleted />
      {adding ? <NewShoot onClose={() => setAdding(false)} /> : null}
    </div>
  );
}

/** Shoots at hand, those put away behind a button; a search through both. */
function Shelves({ many }: { many: boolean }) {
  const [sought, setSought] = useState("");
  const [away, setAway] = useState(false);
  const stored = useShootPages("", true).data?.pages[0]?.length ?? 0;
  const pages = useShootPages(sought, away && stored > 0);
  const shown = pages.data?.pages.flat() ?? [];
  return (
    <>
      {many || stored > 0 ? (
        <div className="mb-3 flex flex-wrap items-center gap-3">
          {many ? (
            <input
              type="search"
              aria-label="Search your shoots"
              placeholder="Search names, places, scenes, cameras"
              className="w-[22rem] max-w-full rounded-sm border rule bg-paper px-2 py-1"
              value={sought}
              onChange={(event) => setSought(event.target.value)}
            />
          ) : null}
          {stored > 0 ? (
            <Button aria-pressed={away} onClick={() => setAway(!away)}>
              {away ? "Show those at hand" : `Put away (${stored}${stored === PAGE ? " or more" : ""})`}
            </Button>
          ) : null}
        </div>
      ) : null}
      {pages.isPending ? (
        <Waiting what="your shoots" />
      ) : shown.length === 0 ? (
        <p role="status" className="mb-6 border rule bg-paper px-4 py-3 text-soft">
          {sought.trim()
            ? "No shoot holds all of these words."
            : "Every shoot is put away; they stand behind the button above."}
        </p>
      ) : (
        shown.map((shoot) => <Near key={shoot.id} shoot={shoot} asOf={pages.dataUpdatedAt} />)
      )}
      {pages.hasNextPage ? <More onMore={() => pages.fetchNextPage()} what="shoots" /> : null}
    </>
  );
}

/** A shoot as it was planned last, and as it stands once it comes into view. */
function Near({ shoot, asOf }: { shoot: ShootView; asOf: number }) {
  const [box, near] = useNear<HTMLDivElement>();
  const own = useShoot(shoot.id, { wanted: near, follow: true, as_of: asOf }).data;
  const told = own ?? shoot;
  const { done, waiting } = planned([told]);
  return (
    <div ref={box}>
      {own && waiting > 0 ? (
        <div role="status" className="border-l-4 border-sea bg-sea-wash px-3 py-1.5">
          Planning your sets anew: {done} of {done + waiting}
          <Bar share={done / (done + waiting)} label="Sets planned" className="mt-1 h-1.5" />
        </div>
      ) : null}
      <OneShoot shoot={told} />
    </div>
  );
}

function NoShoot({ onAdd }: { onAdd: () => void }) {
  return (
    <div className="mb-6 rounded-sm border rule bg-paper p-6">
      <h2 className="text-verdict">No shoot yet</h2>
      <p className="my-2 text-soft">
        A shoot is a day, or some days, of scenes at a place. Start with its name.
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <Link
          to="/first"
          className="inline-flex min-h-11 items-center rounded-sm bg-sea px-4 text-on-sea hover:opacity-90"
        >
          Get the first card in a minute
        </Link>
        <Button className="min-h-11" onClick={onAdd}>
          Make the first shoot
        </Button>
        <LookAround />
      </div>
    </div>
  );
}
