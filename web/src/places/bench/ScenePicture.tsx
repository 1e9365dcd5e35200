import { useState } from "react";
import { Link } from "react-router";
import {
  clipAt,
  linesOf,
  notesOf,
  type Picture,
  type Seeing,
  stillAt,
  type Wish,
} from "../../domain/bench/picture";
import type { PictureView, Plan } from "../../domain/documents";
import { level } from "../../domain/format";
import { useArrived, usePictures } from "../../state/bench/pictures";
import { useOwnTable } from "../../state/bench/tables";
import { useMade } from "../../state/transfers";
import { Button } from "../../ui/Button";
import { Flip } from "../../ui/Flip";
import { OnItsWay } from "../../ui/OnItsWay";
import { Sheet } from "../../ui/Sheet";

const PLAIN: Seeing = { peek: false, graded: false };
const SHOWN = ["off", "snr", "shadow", "smear", "subject", "jump", "ripple", "red"];

/** What is tried on the set: a value that is rested on. */
export type Tried = { setting: string; value: string | number; text: string };

/** What the set takes in a light; while a value is rested on, that beside it. */
export function ScenePicture({
  sceneId,
  setupId,
  made,
  plan,
  light,
  tried,
}: {
  sceneId: string;
  setupId: string;
  made: string;
  plan: Plan;
  /** The light that was chosen on the tide diagram [EV], or null for that aimed at. */
  light: number | null;
  tried: Tried | null;
}) {
  const [seeing, setSeeing] = useState<Seeing>(PLAIN);
  const [large, setLarge] = useState(false);
  const own: Wish = { light: { ev100: light }, pins: {} };
  const wishes = tried ? [own, { ...own, pins: { [tried.setting]: tried.value } }] : [own];
  const answer = usePictures(setupId, wishes, made);
  const [here, there] = answer.data ?? [];
  const where = level(light ?? plan.light.ev100);
  const flat = plan.decisions.find((one) => one.setting === "colour_profile");
  return (
    <section aria-label="The picture" className="mb-3">
      <div className={tried && there ? "grid grid-cols-2 gap-1" : ""}>
        <Shown
          picture={here}
          seeing={seeing}
          words={tried ? "the set" : `What the set takes in ${where}`}
          waiting={answer.isFetching}
          onOpen={() => setLarge(true)}
        />
        {tried && there ? (
          <Shown picture={there} seeing={seeing} words={`with ${tried.text}`} waiting={answer.isFetching} />
        ) : null}
      </div>
      <div className="mt-1 flex flex-wrap items-baseline gap-x-3 text-note">
        <span className="text-soft" role="status">
          {answer.isError ? "The picture cannot be had just now." : `In ${where}`}
          {light === null ? ", as expected" : ""}
        </span>
        <Link className="text-sea underline" to={`/scenes/${sceneId}/beside?camera=${setupId}`}>
          Side by side
        </Link>
        <span className="ml-auto flex gap-1">
          <Flip
            quiet
            on={seeing.graded}
            words="Graded"
            about={`${flat?.text ?? "Flat"} material after a simple correction to a standard look`}
            onFlip={(graded) => setSeeing({ ...seeing, graded })}
          />
          <Flip
            quiet
            on={seeing.peek}
            words="Pixels"
            about="The middle at its own pixels"
            onFlip={(peek) => setSeeing({ ...seeing, peek })}
          />
        </span>
      </div>
      {here?.outcome === "picture" ? (
        <>
          <Play picture={here} graded={seeing.graded} />
          <dl className="mt-1 grid grid-cols-2 gap-x-4 text-note">
            {linesOf(here)
              .filter((line) => SHOWN.includes(line.key))
              .map((line) => (
                <div key={line.key} className="flex justify-between gap-2 border-b border-hair/50">
                  <dt className="text-soft">{line.label}</dt>
                  <dd className="font-semibold whitespace-nowrap">{line.text}</dd>
                </div>
              ))}
          </dl>
          {here.unsure ? <p className="mt-1 text-fine text-signal">{notesOf(here)[0]}</p> : null}
          <OwnTable word={here.shot} />
          <details className="mt-1 text-fine text-soft">
            <summary>What is simplified in it</summary>
            {notesOf(here).map((note) => (
              <p key={note}>{note}</p>
            ))}
          </details>
        </>
      ) : null}
      <Sheet open={large} onOpenChange={setLarge} title={`In ${where}`} about={plan.headline} wide>
        <Shown
          picture={here}
          seeing={seeing}
          words={`What the set takes in ${where}, large`}
          waiting={false}
        />
      </Sheet>
    </section>
  );
}

/** The picture as somebody's own table of colours makes it look; the table stays in this browser. */
function OwnTable({ word }: { word: string }) {
  const { table, take, drop, address, problem, busy } = useOwnTable(word);
  return (
    <div className="mt-1 text-note">
      {address ? (
        <figure>
          <img src={address} alt={`Through ${table?.name ?? "your table"}`} className="w-full border rule" />
          <figcaption className="text-fine text-soft">
            Through {table?.name}, which takes the profile as it was recorded.
          </figcaption>
        </figure>
      ) : null}
      {busy ? <p role="status">Looking through it …</p> : null}
      {problem ? (
        <p role="alert" className="text-signal">
          {problem}
        </p>
      ) : null}
      <label className="cursor-pointer text-sea underline focus-within:outline-2">
        {table ? "Another table" : "Through your own table (.cube)"}
        <input
          type="file"
          accept=".cube,text/plain"
          className="sr-only"
          onChange={(event) => {
            take(event.target.files?.[0] ?? null);
            event.target.value = "";
          }}
        />
      </label>
      {table ? (
        <Button look="quiet" className="py-0 text-note" onClick={drop}>
          Without it
        </Button>
      ) : null}
    </div>
  );
}

/** Some seconds as they play on the timeline, made when they are asked for. */
function Play({ picture, graded }: { picture: PictureView; graded: boolean }) {
  const address = clipAt(picture, graded);
  const { ready, far, error, start, stop } = useMade(address);
  if (ready)
    return (
      <figure className="mt-1">
        <video
          src={address}
          className="w-full border rule"
          controls
          loop
          muted
          playsInline
          autoPlay={!stillWished()}
        />
        <figcaption className="text-fine text-soft">
          As it plays at {picture.figures.timeline_hz} a second: smear, jumps, flicker and grain of these
          figures.
        </figcaption>
      </figure>
    );
  return (
    <p className="mt-1 flex flex-wrap items-center gap-2 text-note">
      {far ? (
        <OnItsWay words="Making some seconds of it …" share={far.share} onStop={stop} />
      ) : (
        <Button className="py-0.5 text-note" onClick={start}>
          See it move
        </Button>
      )}
      {error ? <span className="text-signal">{error}</span> : null}
    </p>
  );
}

/** Whether whoever looks wants things to stay still. */
const stillWished = () => matchMedia("(prefers-reduced-motion: reduce)").matches;

/** One picture; while a newer one is on its way the older stays, dimmed. */
export function Shown({
  picture,
  seeing,
  words,
  waiting,
  onOpen,
}: {
  picture: Picture | undefined;
  seeing: Seeing;
  words: string;
  waiting: boolean;
  onOpen?: () => void;
}) {
  const address = picture?.outcome === "picture" ? stillAt(picture, seeing) : null;
  const { shown, late } = useArrived(address);
  if (picture?.outcome === "none") {
    return (
      <p className="grid aspect-video place-items-center border rule bg-chalk p-3 text-note text-soft">
        No picture: {picture.words}
      </p>
    );
  }
  const image = shown ? (
    <img
      src={shown}
      alt={words}
      className={`w-full border rule ${late || waiting ? "opacity-60" : ""} ${seeing.peek ? "[image-rendering:pixelated]" : ""}`}
      data-late={late || waiting || undefined}
    />
  ) : (
    <div
      className="aspect-video w-full border rule bg-band"
      role="status"
      aria-label="The picture is being made"
    />
  );
  return (
    <figure className="min-w-0">
      {onOpen ? (
        <button type="button" className="block w-full cursor-zoom-in" aria-label="Larger" onClick={onOpen}>
          {image}
        </button>
      ) : (
        image
      )}
      <figcaption className="sr-only">{words}</figcaption>
    </figure>
  );
}
