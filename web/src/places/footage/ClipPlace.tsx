import { type RefObject, useRef } from "react";
import { Link, useParams } from "react-router";
import type { ClipDetail, ClipView, Comparison, Reading, ShootView } from "../../domain/documents";
import { failures, length, size, verdict } from "../../domain/footage/footage";
import { sentence, stops } from "../../domain/format";
import { Refused } from "../../domain/refused";
import { wordsOf } from "../../domain/wrong";
import { useClip, useClipActs, useGrade } from "../../state/footage/footage";
import { useShoot } from "../../state/queries";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { ShootPlaces } from "../ShootPlaces";
import { Curves } from "./Curves";
import { OfScene } from "./OfScene";
import { Picked } from "./Picked";

/** One clip: what it is against its plan, why, and what it says over its own time. */
export function ClipPlace() {
  const { shootId = "", clipId = "" } = useParams();
  const clip = useClip(clipId);
  const shoot = useShoot(shootId);
  if (clip.isPending || shoot.isPending) return <Waiting what="the clip" />;
  if (clip.error instanceof Refused || shoot.error instanceof Refused) return <Nowhere />;
  if (clip.isError || shoot.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  return <Told detail={clip.data} shoot={shoot.data} />;
}

function Told({ detail, shoot }: { detail: ClipDetail; shoot: ShootView }) {
  const { clip, reading, held } = detail;
  const acts = useClipActs(shoot.id);
  const said = verdict(clip);
  const film = useRef<HTMLVideoElement>(null);
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-3">
      <header className="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-place">{clip.name}</h1>
        <OfScene
          clip={clip}
          shoot={shoot}
          onChoose={(setup_id) => acts.move.mutate({ clip_id: clip.id, setup_id })}
        />
        <span className="ml-auto flex items-center gap-2">
          <Link to={`/shoots/${shoot.id}/footage`} className="text-sea underline">
            All clips
          </Link>
          <ShootPlaces shootId={shoot.id} />
        </span>
      </header>
      <p
        aria-live="polite"
        className={`font-title text-verdict font-semibold ${said.tone === "signal" ? "text-signal" : ""}`}
      >
        {held ? held.words : said.text}
      </p>
      {detail.why_not ? <p className="text-soft">{detail.why_not}</p> : null}
      <Again clip={clip} acts={acts} />
      <div className="mt-2 grid items-start gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,30rem)]">
        <div>
          <Player detail={detail} film={film} />
          {clip.seconds > 0 ? (
            <Picked
              clip={clip}
              now={() => film.current?.currentTime ?? 0}
              onPick={(selects) => acts.pick.mutate({ clip_id: clip.id, selects })}
            />
          ) : null}
          {acts.pick.error ? <Failed error={acts.pick.error} /> : null}
          {reading ? <Curves reading={reading} selects={clip.selects} /> : null}
        </div>
        <div className="grid gap-3">
          {held ? <Causes detail={detail} held={held} shoot={shoot} /> : null}
          {held ? <Signs held={held} against={detail.against} /> : null}
          <Beside detail={detail} />
          {reading ? <Facts held={held} reading={reading} bytes={clip.bytes} /> : null}
        </div>
      </div>
    </div>
  );
}

/** What failed is tried again; what is held may be held anew, as its set may stand otherwise by now. */
function Again({ clip, acts }: { clip: ClipView; acts: ReturnType<typeof useClipActs> }) {
  const [failed, holds] = [failures([clip]).length > 0, clip.state === "held" && clip.setup_id !== null];
  const act = failed ? acts.tryAgain : acts.holdAgain;
  if (!failed && !holds) return null;
  return (
    <p className="mt-1 flex items-center gap-2">
      <Button disabled={act.isPending} onClick={() => act.mutate(clip.id)}>
        {failed ? "Try again" : "Hold it against its set again"}
      </Button>
      {act.error ? <span className="text-signal">{wordsOf(act.error)}</span> : null}
    </p>
  );
}

const Failed = ({ error }: { error: Error }) => <Notice>{wordsOf(error)}</Notice>;

function Player({
  detail: { clip },
  film,
}: {
  detail: ClipDetail;
  film: RefObject<HTMLVideoElement | null>;
}) {
  const poster = clip.has.includes("poster") ? `/api/clips/${clip.id}/poster` : undefined;
  if (!clip.has.includes("proxy"))
    return poster ? (
      <img src={poster} alt={`From ${clip.name}`} className="w-full border rule" />
    ) : (
      <p className="border rule bg-paper px-3 py-8 text-center text-soft">No picture yet.</p>
    );
  return (
    // biome-ignore lint/a11y/useMediaCaption: footage as it was filmed has no words of its own
    <video
      ref={film}
      controls
      loop
      playsInline
      preload="metadata"
      poster={poster}
      src={`/api/clips/${clip.id}/proxy`}
      aria-label={clip.name}
      className="block w-full border rule"
    />
  );
}

function Causes({ detail, held, shoot }: { detail: ClipDetail; held: Comparison; shoot: ShootView }) {
  const { clip } = detail;
  const acts = useClipActs(shoot.id);
  const scene = shoot.scenes.find((one) => one.id === clip.scene_id);
  const failed = acts.pin.error ?? acts.noteDialled.error;
  if (held.outcome === "as-planned") return null;
  return (
    <section aria-label="Likeliest causes" className="border rule bg-paper px-3 py-2">
      <h2 className="text-head">Likeliest cause</h2>
      {held.causes.length === 0 ? (
        <p className="text-soft">
          Nothing that was tried explains it: no other value of this set, light or way of carrying.
        </p>
      ) : (
        <ol>
          {held.causes.map(({ cause, words, advice }, at) => (
            <li key={`${cause.kind} ${cause.setting}`} className={at > 0 ? "mt-1 border-t rule pt-1" : ""}>
              <p className={at === 0 ? "font-semibold" : ""}>
                {words}
                {held.causes.length > 1 ? (
                  <span className="font-normal text-soft"> {Math.round(100 * cause.weight)} % likely.</span>
                ) : null}
              </p>
              <p>{advice}</p>
              {cause.setting && cause.value != null && clip.setup_id ? (
                <p className="mt-0.5 flex flex-wrap gap-2">
                  <Button
                    disabled={acts.pin.isPending}
                    onClick={() =>
                      acts.pin.mutate({
                        setup_id: clip.setup_id ?? "",
                        setting: cause.setting ?? "",
                        value: cause.value ?? "",
                      })
                    }
                  >
                    Make {cause.text} the scene's own
                  </Button>
                  <Button
                    disabled={acts.noteDialled.isPending}
                    onClick={() =>
                      cause.setting &&
                      acts.noteDialled.mutate({
                        clip_id: clip.id,
                        setting: cause.setting,
                        value: String(cause.value),
                      })
                    }
                  >
                    It is what is on the camera
                  </Button>
                </p>
              ) : null}
            </li>
          ))}
        </ol>
      )}
      {failed ? <Failed error={failed} /> : null}
      {acts.noteDialled.isSuccess ? (
        <p role="status" className="text-soft">
          Noted: the next card marks it as to be changed.
        </p>
      ) : null}
      {acts.pin.isSuccess ? (
        <p role="status" className="text-soft">
          Pinned; undo it on the bench.
        </p>
      ) : null}
      {scene ? (
        <p className="mt-1">
          <Link to={`/scenes/${scene.id}`} className="text-sea underline">
            Open {scene.name} on the bench
          </Link>
        </p>
      ) : null}
    </section>
  );
}

/** How it should have looked, and how it looks corrected. */
function Beside({ detail }: { detail: ClipDetail }) {
  const { clip, shot } = detail;
  const grade = useGrade(clip.id, Boolean(shot) && clip.has.includes("poster"));
  const told = grade.data?.grade;
  if (!shot) return null;
  return (
    <section aria-label="Beside what was planned" className="grid grid-cols-2 gap-2 text-small">
      <figure>
        <img
          src={`/api/pictures/${shot}.jpg?width_px=480`}
          alt="As its set should have taken it"
          className="w-full border rule"
        />
        <figcaption className="text-soft">As its set should have taken it, of a drawn scene.</figcaption>
      </figure>
      {told ? (
        <figure>
          <img
            src={`/api/clips/${clip.id}/corrected`}
            alt={`${clip.name}, corrected`}
            className="w-full border rule"
          />
          <figcaption>
            <span className="text-soft">Corrected: </span>
            {stops(told.exposure_stops)} stops, {Math.round(told.kelvin)} K against 5500 K, contrast{" "}
            {told.contrast}.{" "}
            <a
              href={`/api/clips/${clip.id}/correction`}
              download={`${clip.name}.cube`}
              className="text-sea underline"
            >
              As a table of colours
            </a>
          </figcaption>
        </figure>
      ) : null}
    </section>
  );
}

function Signs({ held, against }: { held: Comparison; against: string }) {
  return (
    <section aria-label="Seen and expected">
      <table className="w-full text-small">
        <caption className="text-left text-soft">
          Against the set {against === "take" ? "noted with its take" : "as planned"}; the drawn scene stands
          for yours.
        </caption>
        <thead>
          <tr className="border-b rule text-left">
            <th className="py-0.5 font-normal text-soft">What</th>
            <th className="font-normal text-soft">Seen</th>
            <th className="font-normal text-soft">Expected</th>
            <th className="font-normal text-soft">Give or take</th>
          </tr>
        </thead>
        <tbody>
          {held.signs.map((one) => (
            <tr
              key={one.name}
              className={`border-b border-hair/50 ${one.within ? "" : "font-semibold text-signal"}`}
            >
              <td className="py-0.5 pr-2">{one.label}</td>
              <td className="pr-2 whitespace-nowrap">{one.seen}</td>
              <td className="pr-2 whitespace-nowrap">{one.planned}</td>
              <td className="font-normal text-soft">{one.spread}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Facts({ held, reading, bytes }: { held: Comparison | null; reading: Reading; bytes: number }) {
  const { facts } = reading;
  const more = [
    facts.seconds > 0 ? length(facts.seconds) : "",
    size(bytes),
    facts.mbit_s > 0 ? `${facts.mbit_s.toFixed(0)} Mbit/s` : "",
    facts.variable ? "variable rate" : "",
    facts.turned_deg ? `turned by ${facts.turned_deg}°` : "",
    facts.timecode ? `timecode ${facts.timecode}` : "",
    facts.iso ? `ISO ${facts.iso}` : "",
    facts.sound ? "sound" : facts.kind === "clip" ? "no sound" : "",
    reading.missing ? `${reading.missing} frames missing` : "",
    facts.kind === "clip" && reading.whole && !reading.smear_px
      ? "smear cannot be told here: too much noise, too few bits or too little detail"
      : "",
    `${reading.looked} frames looked at closely, ${reading.followed} followed`,
  ];
  return (
    <section aria-label="The file" className="text-small">
      <h2 className="text-head">The file</h2>
      {(held?.facts ?? []).map((one) => (
        <p key={one.setting} className={one.same ? "" : "font-semibold text-signal"}>
          {one.label}: {one.recorded}
          {one.same ? "" : `, planned ${one.planned}`}
        </p>
      ))}
      {held ? null : (
        <p>
          {facts.width_px} x {facts.height_px}, {sentence(facts.codec)}, {facts.bit_depth} bit
        </p>
      )}
      <p className="text-soft">{more.filter(Boolean).join(", ")}.</p>
    </section>
  );
}
