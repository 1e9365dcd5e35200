import { Link, useParams } from "react-router";
import type { ReadyView } from "../../domain/documents";
import { day } from "../../domain/format";
import { beginWords, readySentence } from "../../domain/ready/ready";
import { Refused } from "../../domain/refused";
import { useReady, useReadyActs } from "../../state/ready/ready";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { ShootPlaces } from "../ShootPlaces";
import { ChargingPart } from "./ChargingPart";
import { Cautions, Checks, OwnLines, Packing } from "./Lists";

/** What to mind, charge, pack and do before a shoot. */
export function Ready() {
  const { shootId = "" } = useParams();
  const ready = useReady(shootId);
  if (ready.isPending) return <Waiting what="what there is to prepare" />;
  if (ready.error instanceof Refused) return <Nowhere />;
  if (ready.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  return <Told ready={ready.data} />;
}

function Told({ ready }: { ready: ReadyView }) {
  const acts = useReadyActs(ready.shoot_id);
  const said = readySentence(ready);
  const tick = (key: string, done: boolean) => acts.tick({ key, done });
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-3">
      <header className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-place">Getting ready</h1>
        <span className="text-soft">
          {[ready.name, ready.place, ready.day ? day(ready.day) : ""].filter(Boolean).join(", ")}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <ShootPlaces shootId={ready.shoot_id} />
          <Button className="no-print" onClick={() => window.print()}>
            Print
          </Button>
          <a
            href={`/api/shoots/${ready.shoot_id}/ready.csv`}
            download="ready.csv"
            className="no-print text-small text-soft underline"
          >
            Table
          </a>
        </span>
      </header>
      <p aria-live="polite" className="font-title text-verdict font-semibold">
        {said.words}{" "}
        {ready.of > 0 ? (
          <span className={ready.charging.late.length ? "text-signal" : "text-soft"}>
            {beginWords(ready.begin, ready.charging)}
          </span>
        ) : null}
      </p>
      {acts.error ? <Notice>{acts.error.message}</Notice> : null}
      {ready.unplanned.length ? (
        <Notice>
          Nothing is said of a camera without a set, in {ready.unplanned.join(", ")}: settle it on the bench.
        </Notice>
      ) : null}
      {ready.of === 0 ? (
        <p className="border rule bg-paper px-4 py-3 text-soft">
          <Link to="/" className="text-sea underline">
            Add a scene with a camera
          </Link>{" "}
          to this shoot: then its lists stand here.
        </p>
      ) : null}
      <Cautions ready={ready} onTick={tick} />
      <div className="mt-3 grid items-start gap-x-6 gap-y-3 lg:grid-cols-[1.1fr_1fr] print:grid-cols-2">
        <div className="grid gap-3">
          <ChargingPart ready={ready} />
          <Packing ready={ready} onTick={tick} />
        </div>
        <div className="grid gap-3">
          <Checks ready={ready} onTick={tick} />
          <OwnLines
            ready={ready}
            onTick={tick}
            onWrite={(id, text) => acts.write({ id, text })}
            onStrike={(id) => acts.strike(id)}
          />
        </div>
      </div>
    </div>
  );
}
