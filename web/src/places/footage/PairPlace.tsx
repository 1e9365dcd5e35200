import { type RefObject, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import type { ClipDetail, PairView } from "../../domain/documents";
import { moment } from "../../domain/footage/footage";
import { Refused } from "../../domain/refused";
import { useJudgePair, usePair } from "../../state/footage/footage";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { PulledAside } from "../../ui/PulledAside";
import { Slider } from "../../ui/Slider";
import { Nowhere } from "../Nowhere";
import { ShootPlaces } from "../ShootPlaces";

const ZOOMS = [1, 2, 4];
const NUDGE_S = 0.04;

/** Two clips over one another at the same moment, the upper one pulled aside like a sheet. */
export function PairPlace() {
  const { shootId = "", leftId = "", rightId = "" } = useParams();
  const pair = usePair(leftId, rightId);
  if (pair.isPending) return <Waiting what="the two clips" />;
  if (pair.error instanceof Refused) return <Nowhere />;
  if (pair.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  return <Told pair={pair.data} shootId={shootId} />;
}

function Told({ pair, shootId }: { pair: PairView; shootId: string }) {
  const { left, right } = pair;
  const differ = pair.signs.filter((one) => one.differs);
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-3">
      <header className="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-place">Side by side</h1>
        <span className="ml-auto flex items-center gap-2">
          <Link to={`/shoots/${shootId}/footage`} className="text-sea underline">
            All clips
          </Link>
          <ShootPlaces shootId={shootId} />
        </span>
      </header>
      <p className="font-title text-verdict font-semibold">
        {differ.length > 0
          ? `They differ in ${differ.map((one) => one.label.toLowerCase()).join(", ")}.`
          : "Nothing that was measured tells them apart."}
      </p>
      <Sheet pair={pair} />
      <div className="mt-3 grid items-start gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <Signs pair={pair} />
        <Verdict key={`${left.clip.id} ${right.clip.id}`} pair={pair} />
      </div>
    </div>
  );
}

type Film = RefObject<HTMLVideoElement | null>;

/** What stands on the sheet: the clip as it plays, or its picture behind the suggested correction. */
function Shown({
  detail,
  film,
  graded,
  onTime,
}: {
  detail: ClipDetail;
  film: Film;
  graded: boolean;
  onTime?: (at: number) => void;
}) {
  const { clip } = detail;
  if (graded || !clip.has.includes("proxy"))
    return (
      <img
        src={`/api/clips/${clip.id}/${graded ? "corrected" : "poster"}`}
        alt={`From ${clip.name}${graded ? ", corrected" : ""}`}
        className="block aspect-video w-full bg-black object-contain"
      />
    );
  return (
    <video
      ref={film}
      muted
      loop
      playsInline
      preload="auto"
      src={`/api/clips/${clip.id}/proxy`}
      aria-label={clip.name}
      className="block aspect-video w-full bg-black object-contain"
      onTimeUpdate={(event) => onTime?.(event.currentTarget.currentTime)}
    />
  );
}

function Sheet({ pair: { left, right } }: { pair: PairView }) {
  const [zoom, setZoom] = useState(1);
  const [graded, setGraded] = useState(false);
  const [playing, setPlaying] = useState(false);
  const [shift, setShift] = useState(0);
  const [at, setAt] = useState(0);
  const films: [Film, Film] = [useRef(null), useRef(null)];
  const length = Math.min(left.clip.seconds, right.clip.seconds);
  const go = (second: number, by = shift) => {
    const [one, other] = films;
    if (one.current) one.current.currentTime = second;
    if (other.current) other.current.currentTime = Math.max(0, second + by);
    setAt(second);
  };
  const play = () => {
    go(films[0].current?.currentTime ?? 0);
    for (const film of films) void (playing ? film.current?.pause() : film.current?.play());
    setPlaying(!playing);
  };
  const nudge = (by: number) => {
    setShift(shift + by);
    go(at, shift + by);
  };
  const near = { transform: `scale(${zoom})` };
  return (
    <section aria-label="Two clips" className="mt-2">
      <PulledAside
        left={left.clip.name}
        right={right.clip.name}
        upper={
          <div style={near}>
            <Shown detail={left} film={films[0]} graded={graded} onTime={setAt} />
          </div>
        }
        lower={
          <div style={near}>
            <Shown detail={right} film={films[1]} graded={graded} />
          </div>
        }
      />
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <Button look="strong" onClick={play} disabled={graded}>
          {playing ? "Hold" : "Play both"}
        </Button>
        <Slider
          label="Moment"
          className="min-w-40 flex-1"
          value={Math.min(at, length)}
          min={0}
          max={Math.max(0.1, length)}
          step={0.02}
          text={moment}
          onSlide={(second) => go(second)}
        />
        <span className="w-16 text-small">{moment(at)}</span>
        <Button onClick={() => nudge(-NUDGE_S)} aria-label="The right one earlier">
          Earlier
        </Button>
        <Button onClick={() => nudge(NUDGE_S)} aria-label="The right one later">
          Later
        </Button>
        <span className="text-small text-soft">right by {shift.toFixed(2)} s</span>
        <Button onClick={() => setZoom(ZOOMS[(ZOOMS.indexOf(zoom) + 1) % ZOOMS.length] ?? 1)}>
          {zoom === 1 ? "Closer" : `${zoom} times`}
        </Button>
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={graded} onChange={(event) => setGraded(event.target.checked)} />
          corrected
        </label>
      </div>
    </section>
  );
}

function Signs({ pair }: { pair: PairView }) {
  if (pair.signs.length === 0)
    return <p className="text-soft">Put both under a scene, and what they show stands here side by side.</p>;
  return (
    <table aria-label="What both show" className="w-full text-small">
      <thead>
        <tr className="border-b rule text-left">
          <th className="py-0.5 font-normal text-soft">What</th>
          <th className="font-normal text-soft">{pair.left.clip.name}</th>
          <th className="font-normal text-soft">{pair.right.clip.name}</th>
        </tr>
      </thead>
      <tbody>
        {pair.signs.map((one) => (
          <tr key={one.label} className={`border-b border-hair/50 ${one.differs ? "font-semibold" : ""}`}>
            <td className="py-0.5">
              {one.label}
              {one.differs ? " differs" : ""}
            </td>
            <td>{one.left}</td>
            <td>{one.right}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Verdict({ pair }: { pair: PairView }) {
  const { left, right, verdict } = pair;
  const judge = useJudgePair(left.clip.id, right.clip.id);
  const choices = [
    { better: "left", text: left.clip.name },
    { better: "even", text: "Neither" },
    { better: "right", text: right.clip.name },
  ] as const;
  return (
    <fieldset className="border rule bg-paper px-3 py-2">
      <legend className="px-1 font-title text-lead font-semibold">Which is better?</legend>
      <div className="flex flex-wrap gap-2">
        {choices.map((one) => (
          <Button
            key={one.better}
            look={verdict.better === one.better ? "strong" : "plain"}
            aria-pressed={verdict.better === one.better}
            disabled={judge.isPending}
            onClick={() =>
              judge.mutate({ ...verdict, better: verdict.better === one.better ? "" : one.better })
            }
          >
            {one.text}
          </Button>
        ))}
      </div>
      {judge.isError ? <Notice>It could not be kept just now.</Notice> : null}
    </fieldset>
  );
}
