import { Link, useParams } from "react-router";
import type { ClipDetail, HeldClip, Reading, ShootView } from "../../domain/documents";
import { length, size, verdict } from "../../domain/footage";
import { sentence } from "../../domain/format";
import { Refused } from "../../domain/refused";
import { useClip, useClipActs } from "../../state/footage";
import { useShoots } from "../../state/queries";
import { Notice, Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";
import { ShootPlaces } from "../ShootPlaces";
import { Curves } from "./Curves";
import { OfScene } from "./OfScene";

/** One clip: what it is against its plan, why, and what it says over its own time. */
export function ClipPlace() {
  const { shootId = "", clipId = "" } = useParams();
  const clip = useClip(clipId);
  const shoots = useShoots();
  if (clip.isPending || shoots.isPending) return <Waiting what="the clip" />;
  if (clip.error instanceof Refused) return <Nowhere />;
  if (clip.isError || shoots.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  const shoot = shoots.data.find((one) => one.id === shootId);
  return shoot ? <Told detail={clip.data} shoot={shoot} /> : <Nowhere />;
}

function Told({ detail, shoot }: { detail: ClipDetail; shoot: ShootView }) {
  const { clip, reading, held } = detail;
  const acts = useClipActs(shoot.id);
  const said = verdict(clip);
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
      <div className="mt-2 grid items-start gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,30rem)]">
        <div>
          <Player detail={detail} />
          {reading ? <Curves reading={reading} /> : null}
        </div>
        <div className="grid gap-3">
          {held ? <Causes held={held} shoot={shoot} sceneId={clip.scene_id} /> : null}
          {held ? <Signs held={held} against={detail.against} /> : null}
          {reading ? <Facts held={held} reading={reading} bytes={clip.bytes} /> : null}
        </div>
      </div>
    </div>
  );
}

function Player({ detail: { clip } }: { detail: ClipDetail }) {
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

function Causes({ held, shoot, sceneId }: { held: HeldClip; shoot: ShootView; sceneId: string | null }) {
  const scene = shoot.scenes.find((one) => one.id === sceneId);
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
          {held.causes.map((one, at) => (
            <li
              key={`${one.cause.kind} ${one.cause.setting}`}
              className={at > 0 ? "mt-1 border-t rule pt-1" : ""}
            >
              <p className={at === 0 ? "font-semibold" : ""}>
                {one.words}
                <span className="font-normal text-soft"> {Math.round(100 * one.cause.weight)} % likely.</span>
              </p>
              <p>{one.advice}</p>
            </li>
          ))}
        </ol>
      )}
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

function Signs({ held, against }: { held: HeldClip; against: string }) {
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

function Facts({ held, reading, bytes }: { held: HeldClip | null; reading: Reading; bytes: number }) {
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
