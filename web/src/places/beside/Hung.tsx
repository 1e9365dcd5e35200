import { useRef } from "react";
import { type Item, type Place, type Take, transformOf } from "../../domain/bench/beside";
import { differing, linesOf, type Picture, type Seeing } from "../../domain/bench/picture";
import type { PictureView } from "../../domain/documents";
import { sentence, words } from "../../domain/format";
import { Button } from "../../ui/Button";
import { Shown } from "../bench/ScenePicture";

/** One picture of several: the same crop as the others, its figures, what of it differs. */
export function Hung({
  item,
  picture,
  all,
  settings,
  seeing,
  place,
  onPan,
  hidden,
  waiting,
  tested,
  onTest,
  onTake,
}: {
  item: Item;
  picture: Picture | undefined;
  all: PictureView[];
  /** Settings that are not the same in all. */
  settings: string[];
  seeing: Seeing;
  place: Place;
  /** Pulled by so much of the picture. */
  onPan: (across: number, down: number) => void;
  /** While the pictures are wiped over one another. */
  hidden: boolean;
  waiting: boolean;
  tested: boolean;
  onTest: (picture: PictureView) => void;
  onTake: (take: Take) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const differs = differing(all);
  const take = item.take;
  return (
    <li
      className="relative w-[86vw] shrink-0 snap-center border rule bg-paper p-2 md:w-auto"
      aria-label={item.label}
    >
      <h2 className="mb-1 text-lead">{item.label}</h2>
      {hidden ? null : (
        <div
          ref={box}
          className={`overflow-hidden ${place.zoom > 1 ? "cursor-grab touch-none" : ""}`}
          onPointerMove={(event) => {
            const size = box.current?.getBoundingClientRect();
            if (!event.buttons || place.zoom === 1 || !size) return;
            onPan(-event.movementX / size.width, -event.movementY / size.height);
          }}
        >
          <div style={{ transform: transformOf(place) }} data-testid="placed">
            <Shown picture={picture} seeing={seeing} words={item.label} waiting={waiting} />
          </div>
        </div>
      )}
      {picture?.outcome === "picture" ? (
        <>
          <p className="mt-1 text-note text-soft">{picture.headline}</p>
          {settings.length > 0 ? (
            <dl aria-label="What differs in the set" className="mt-1 text-note">
              {settings.slice(0, 8).map((setting) => (
                <div
                  key={setting}
                  className="flex justify-between gap-2 border-b border-hair/50 bg-sea-wash px-1"
                >
                  <dt>{sentence(words(setting))}</dt>
                  <dd className="font-semibold">{picture.texts[setting] ?? "none"}</dd>
                </div>
              ))}
            </dl>
          ) : null}
          <dl aria-label="Figures" className="mt-1 grid grid-cols-2 gap-x-3 text-note">
            {linesOf(picture).map((line) => (
              <div key={line.key} className="flex justify-between gap-2 border-b border-hair/50">
                <dt className="text-soft">{line.label}</dt>
                <dd
                  className={`whitespace-nowrap ${differs.includes(line.key) ? "font-semibold" : "text-soft"}`}
                >
                  {line.text}
                  {differs.includes(line.key) ? <span className="sr-only">, differs</span> : null}
                </dd>
              </div>
            ))}
          </dl>
          <div className="mt-2 flex flex-wrap gap-2 print:hidden">
            {take ? (
              <Button onClick={() => onTake(take)}>
                {take.kind === "camera" ? "Take this camera" : `Choose ${item.label}`}
              </Button>
            ) : null}
            <Button look={tested ? "strong" : "quiet"} aria-pressed={tested} onClick={() => onTest(picture)}>
              Test for real
            </Button>
          </div>
        </>
      ) : null}
    </li>
  );
}
