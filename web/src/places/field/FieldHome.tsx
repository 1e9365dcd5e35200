import { useState } from "react";
import { Link } from "react-router";
import type { ShootView } from "../../domain/documents";
import { age } from "../../domain/field/clock";
import { bytesWords, picturesOf } from "../../domain/field/taking";
import { day } from "../../domain/format";
import type { Field, Taking } from "../../state/field/field";
import type { KeptPack } from "../../state/field/shelf";
import { useLasting, useNow, useShown } from "../../state/field/use";
import { useShoots } from "../../state/queries";
import { Bar } from "../../ui/Bar";
import { useInField } from "./InField";
import { Top, WayHome } from "./Top";

const press = "flex items-center justify-center rounded-sm px-4 font-semibold disabled:opacity-45";

/** What is on this phone for the field, how old it is, and what else could be taken along. */
export function FieldHome() {
  const { field, standing } = useInField();
  const shown = useShown(field);
  const now = useNow();
  const shoots = useShoots(standing === "in");
  const others = (shoots.data ?? []).filter(
    (one) => !one.put_away && !shown.packs.some((kept) => kept.shoot === one.id),
  );
  return (
    <>
      <Top back={{ to: "/", words: "Out of the field", out: true }} title="The field" />
      <WayHome field={field} standing={standing} />
      <main className="mx-auto w-full max-w-[40rem] px-3 py-3">
        {shown.packs.length === 0 ? (
          <p className="mb-3 text-lead">
            Take a shoot along: its cards, lists and clock, and what to do when the light changes. It then
            works on this phone without a signal.
          </p>
        ) : (
          <ul className="mb-4 grid gap-3" aria-label="On this phone">
            {shown.packs.map((kept) => (
              <Here
                key={kept.shoot}
                kept={kept}
                now={now}
                field={field}
                taking={shown.taking[kept.shoot] ?? null}
              />
            ))}
          </ul>
        )}
        {standing === "in" && shoots.isPending ? <p role="status">Fetching your shoots …</p> : null}
        {standing === "in" && shoots.data?.length === 0 ? (
          <p>
            You have no shoot yet.{" "}
            <a href="/first" className="underline">
              Get a first card
            </a>
            , and come back.
          </p>
        ) : null}
        {standing !== "in" ? (
          <p className="text-soft">Other shoots can be taken along when there is a connection.</p>
        ) : null}
        {others.length > 0 ? (
          <section aria-label="Not on this phone">
            <h2 className="mb-1 text-soft">Not on this phone</h2>
            <ul className="grid gap-2">
              {others.map((one) => (
                <Other key={one.id} shoot={one} field={field} taking={shown.taking[one.id] ?? null} />
              ))}
            </ul>
          </section>
        ) : null}
        <Lasting />
      </main>
    </>
  );
}

function Other({ shoot, field, taking }: { shoot: ShootView; field: Field; taking: Taking }) {
  const going = taking !== null && taking.error === null;
  return (
    <li className="border rule bg-paper px-3 py-2">
      <p className="text-head font-semibold">{shoot.name}</p>
      <p className="text-soft">{[shoot.place, shoot.day ? day(shoot.day) : ""].filter(Boolean).join(", ")}</p>
      <button
        type="button"
        className={`${press} mt-1 w-full bg-sea text-on-sea`}
        disabled={going}
        onClick={() => void field.take(shoot.id)}
      >
        {going ? "Taking it along …" : "Take it along"}
      </button>
      {taking?.error ? (
        <p role="alert" className="mt-1 text-signal">
          {taking.error}
        </p>
      ) : null}
    </li>
  );
}

type HereProps = { kept: KeptPack; now: number; field: Field; taking: Taking };

function Here({ kept, now, field, taking }: HereProps) {
  const { pack } = kept;
  const [leaving, setLeaving] = useState(false);
  return (
    <li className="border rule bg-paper">
      <Link to={`/field/${kept.shoot}`} className="block min-h-[64px] px-3 py-2 hover:bg-sea-wash">
        <span className="block text-verdict font-semibold">{pack.name}</span>
        <span className="block text-soft">
          {[pack.place, pack.day ? day(pack.day) : ""].filter(Boolean).join(", ")}
        </span>
        <span className="block">
          On this phone as of {age(new Date(kept.taken_at).toISOString(), now)}, {bytesWords(kept.bytes)}
        </span>
      </Link>
      <Pictures kept={kept} field={field} taking={taking} />
      {taking?.step === "set" ? (
        <p
          role={taking.error ? "alert" : "status"}
          className={`px-3 pb-1 ${taking.error ? "text-signal" : ""}`}
        >
          {taking.error ??
            (taking.of > 0
              ? `Sets for other light: ${taking.done} of ${taking.of} cameras`
              : "Bringing it up to date …")}
        </p>
      ) : null}
      {leaving ? (
        <div className="flex gap-2 px-3 pb-2">
          <button type="button" className={`${press} flex-1 border rule`} onClick={() => setLeaving(false)}>
            Keep it
          </button>
          <button
            type="button"
            className={`${press} flex-1 border border-signal text-signal`}
            onClick={() => void field.leave(kept.shoot)}
          >
            Take it off this phone
          </button>
        </div>
      ) : (
        <div className="flex gap-2 px-3 pb-2">
          <button
            type="button"
            className={`${press} flex-1 border rule`}
            disabled={taking?.step === "set" && taking.error === null}
            onClick={() => void field.take(kept.shoot)}
          >
            Renew
          </button>
          <button type="button" className={`${press} border rule`} onClick={() => setLeaving(true)}>
            Leave
          </button>
        </div>
      )}
    </li>
  );
}

/** Pictures of what sets do in other light: only where somebody wants to carry them. */
function Pictures({ kept, field, taking }: Omit<HereProps, "now">) {
  const { pictures } = useShown(field);
  const wanted = picturesOf(kept.pack);
  const here = wanted.filter((word) => pictures.has(word)).length;
  if (wanted.length === 0) return null;
  if (taking?.step === "pictures" && taking.error === null)
    return (
      <div className="flex items-center gap-3 px-3 pb-2">
        <Bar share={taking.done / Math.max(taking.of, 1)} label="Pictures" className="h-2 flex-1" />
        <span role="status">
          {taking.done} of {taking.of}
        </span>
        <button type="button" className={`${press} border rule`} onClick={() => field.stop(kept.shoot)}>
          Stop
        </button>
      </div>
    );
  if (here === wanted.length) return <p className="px-3 pb-2 text-soft">With all {here} pictures.</p>;
  return (
    <div className="px-3 pb-2">
      {taking?.step === "pictures" && taking.error ? (
        <p role="alert" className="text-signal">
          {taking.error}
        </p>
      ) : null}
      <button
        type="button"
        className={`${press} w-full border rule`}
        onClick={() => void field.takePictures(kept.shoot)}
      >
        {here > 0 ? `The other ${wanted.length - here} pictures, too` : `${wanted.length} pictures, too`}
      </button>
    </div>
  );
}

/** Whether the browser promised to keep what is here, and how much room there is. */
function Lasting() {
  const lasting = useLasting();
  if (!lasting) return null;
  return (
    <p className="mt-4 text-note text-soft">
      {lasting.promised
        ? "This browser keeps what is here until you take it off."
        : "This browser may clear what is here when it runs short of room: install the page to the home screen, and it asks again."}
      {lasting.free === null ? "" : ` Room left: ${bytesWords(lasting.free)}.`}
    </p>
  );
}
