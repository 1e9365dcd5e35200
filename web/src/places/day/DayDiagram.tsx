import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import {
  bandPath,
  curvePath,
  everyMinute,
  handled,
  inOrder,
  minuteOfMoment,
  moved,
  type Plot,
  plot,
  readout,
  stretch,
} from "../../domain/day/day";
import { SWAP_WORDS, swapSentence } from "../../domain/day/swaps";
import { clock } from "../../domain/day/times";
import type { DayView, SceneDay } from "../../domain/documents";
import type { FilmingState } from "../../state/day/day";
import { BudgetStrips, stripsHeight } from "./BudgetStrips";
import { DayScene } from "./DayScene";

const WIDTH = 1240;
const HEIGHT = 214;
/** A row of the strip above the plot, one for each camera of a scene; so many at most. */
const ROW = 17;
const MOST_ROWS = 5;
/** About as wide as a letter in it, and as a word at the edge. */
const LETTER = 8.5;
const EDGE = 45;
const LEFT = 34;
const RIGHT = 24;
const NAMES = 40;
const BOTTOM = 30;

/** Time across, light in stops upward; each scene's marks as a band over the time it is filmed. Scenes are dragged. */
export function DayDiagram({
  film,
  day,
  chosen,
  onChoose,
}: {
  film: FilmingState;
  day: DayView;
  chosen: string | null;
  onChoose: (scene_id: string) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const pane = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<number | null>(null);
  const width = WIDTH - LEFT - RIGHT;
  const rows = Math.min(Math.max(1, ...day.scenes.map((scene) => scene.cameras.length)), MOST_ROWS);
  const strip = rows * ROW + 2;
  const top = NAMES + strip;
  const drawn = plot(day, width, HEIGHT);
  const sky = curvePath(day.sky, day.step_minutes, drawn);
  const minutes = everyMinute(day.sky, day.step_minutes);
  const scale = () => WIDTH / (svg.current?.getBoundingClientRect().width || WIDTH);
  const move = (id: string, by: number) => {
    const scene = film.at(id);
    const time = scene ? moved(scene, by, day.minutes) : null;
    if (time && time.starts !== scene?.starts) film.move(id, time);
  };
  const read = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    const minute = drawn.minuteAt((event.clientX - box.left) * scale() - LEFT);
    setAt(minute < 0 || minute > day.minutes ? null : Math.round(minute));
  };
  // Where the picture is wider than its pane, what was chosen is brought into view; a scene that is pulled is not.
  const starts = day.scenes.find((scene) => scene.id === chosen)?.starts ?? null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only choosing another scene moves the picture
  useEffect(() => {
    const [room, wide] = [pane.current?.clientWidth ?? 0, pane.current?.scrollWidth ?? 0];
    if (starts === null || wide <= room) return;
    const across = (wide * (LEFT + drawn.x(starts))) / WIDTH;
    pane.current?.scrollTo({ left: across - room / 4 });
  }, [chosen]);
  const ghost = day.scenes.find((scene) => scene.id === chosen && scene.follows_sky);
  return (
    <figure className="my-1">
      <div ref={pane} className="overflow-x-auto">
        <svg
          ref={svg}
          viewBox={`0 0 ${WIDTH} ${top + HEIGHT + BOTTOM + stripsHeight(day)}`}
          className="w-full max-md:w-[1150px]"
          aria-labelledby="day-light"
          onPointerMove={read}
          onPointerLeave={() => setAt(null)}
        >
          <title id="day-light">The day's light</title>
          <defs>
            <pattern
              id="uncovered"
              width={5}
              height={5}
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <line y2={5} stroke="var(--signal)" strokeWidth={3} />
            </pattern>
          </defs>
          <g transform={`translate(${LEFT},${top})`}>
            <rect width={width} height={HEIGHT} fill="var(--paper)" stroke="var(--hairline)" />
            <path d={`${sky}L${width},${HEIGHT}L0,${HEIGHT}Z`} fill="var(--sea)" opacity={0.1} />
            <path
              d={bandPath(minutes, day.sky, day.sky_uncertainty, day.step_minutes, drawn)}
              fill="var(--sea)"
              opacity={0.14}
            />
            <path d={sky} fill="none" stroke="var(--sea)" strokeWidth={1} opacity={0.6} />
            <Axes day={day} drawn={drawn} width={width} height={HEIGHT} />
            {ghost ? (
              <path
                d={curvePath(ghost.curve, day.step_minutes, drawn)}
                fill="none"
                stroke="var(--ink-soft)"
                strokeWidth={1.2}
                strokeDasharray="4 4"
              />
            ) : null}
            {inOrder(day.scenes).map((scene, index) => (
              <DayScene
                key={scene.id}
                scene={scene}
                nameAt={-strip - (index % 2 ? 22 : 7)}
                day={day}
                drawn={drawn}
                height={HEIGHT}
                scale={scale}
                chosen={scene.id === chosen}
                onChoose={() => onChoose(scene.id)}
                onMove={(by) => move(scene.id, by)}
              />
            ))}
            <Steady
              scene={day.scenes.find((scene) => scene.id === chosen)}
              drawn={drawn}
              day={day}
              strip={strip}
            />
            <Ticks day={day} drawn={drawn} width={width} height={HEIGHT} />
            <Reading day={day} drawn={drawn} height={HEIGHT} />
            <g transform={`translate(0,${HEIGHT + BOTTOM})`}>
              <BudgetStrips day={day} drawn={drawn} width={width} />
            </g>
            <Cursor at={at} onMove={setAt} day={day} drawn={drawn} width={width} height={HEIGHT} />
          </g>
        </svg>
      </div>
      <figcaption className="text-fine text-soft">
        EV at ISO 100 upward. Shaded: the sky and each scene's light, with what they may be off; boxes: what
        its set holds; bars on top: when it is steady. Drag a scene. <span aria-hidden>▲</span> change by
        hand,{" "}
        <span aria-hidden className="text-sea">
          ◆
        </span>{" "}
        reading. Under the axis, for each camera: what is left of the cell in it (filled), how full its card
        is (dashed).
      </figcaption>
    </figure>
  );
}

/** The hour read off: by pointer, or with the arrow keys. */
function Cursor({
  at,
  onMove,
  day,
  drawn,
  width,
  height,
}: {
  at: number | null;
  onMove: (next: number | null | ((minute: number | null) => number | null)) => void;
  day: DayView;
  drawn: Plot;
  width: number;
  height: number;
}) {
  const minute = at ?? 720;
  const lines = readout(day, minute);
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -5, ArrowRight: 5, PageDown: -60, PageUp: 60 }[event.key];
    if (!by) return;
    event.preventDefault();
    onMove((here) => Math.min(Math.max((here ?? minute) + by, 0), day.minutes));
  };
  const x = drawn.x(minute);
  const left = x > width / 2;
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Read the light at a time"
      aria-valuemin={0}
      aria-valuemax={day.minutes}
      aria-valuenow={minute}
      aria-valuetext={lines.join("; ")}
      onKeyDown={press}
      onFocus={() => onMove(minute)}
      onBlur={() => onMove(null)}
    >
      <rect x={0} y={height + 6} width={width} height={20} fill="transparent" />
      {at === null ? null : (
        <g pointerEvents="none">
          <line x1={x} x2={x} y2={height} stroke="var(--ink)" strokeWidth={0.8} />
          <g transform={`translate(${left ? x - 8 : x + 8},12)`} className="text-across">
            {lines.map((line, index) => (
              <text
                key={line}
                y={index * 16}
                textAnchor={left ? "end" : "start"}
                fontWeight={index ? 450 : 700}
                stroke="var(--paper)"
                strokeWidth={4}
                paintOrder="stroke"
                fill="var(--ink)"
              >
                {line}
              </text>
            ))}
          </g>
        </g>
      )}
    </g>
  );
}

/** When each camera's set of the chosen scene holds, as bars in the strip above: the hours it could be moved to. */
function Steady({
  scene,
  drawn,
  day,
  strip,
}: {
  scene: SceneDay | undefined;
  drawn: Plot;
  day: DayView;
  strip: number;
}) {
  if (!scene) return null;
  return (
    <g pointerEvents="none">
      {scene.cameras.slice(0, MOST_ROWS).flatMap((camera, index) =>
        camera.steady.map((one) => {
          const [from, to] = [drawn.x(one.start), drawn.x(one.end)];
          const words = scene.cameras.length > 1 ? `${camera.device_name} steady` : "steady";
          return (
            <g
              key={`${camera.setup_id} ${one.start}`}
              transform={`translate(${from},${ROW * index - strip})`}
            >
              <title>{`${camera.device_name} steady ${stretch(one, day.minutes, day.jump)}`}</title>
              <rect width={Math.max(to - from, 1)} height={ROW - 2} fill="var(--sea)" />
              {to - from > words.length * LETTER ? (
                <text x={4} y={ROW - 4.5} className="text-across" fontWeight={600} fill="var(--paper)">
                  {words}
                </text>
              ) : null}
            </g>
          );
        }),
      )}
    </g>
  );
}

/** Changes ticked on the axis, like tide times. */
function Ticks({ day, drawn, width, height }: { day: DayView; drawn: Plot; width: number; height: number }) {
  const anchor = (x: number) => (x < EDGE ? "start" : x > width - EDGE ? "end" : "middle");
  return (
    <>
      {handled(day.swaps).map((swap) => (
        <g
          key={`${swap.setup_id} ${swap.kind} ${swap.minute}`}
          transform={`translate(${drawn.x(swap.minute)},${height})`}
        >
          <title>{`${clock(swap.minute, day.jump)} ${swapSentence(swap)}`}</title>
          <path d="M0,-11 l5,11 h-10 z" fill={swap.kind === "preset" ? "var(--ink-soft)" : "var(--signal)"} />
          {swap.while_filming ? (
            <text
              y={-14}
              className="text-across"
              textAnchor={anchor(drawn.x(swap.minute))}
              fill="var(--signal)"
              stroke="var(--paper)"
              strokeWidth={3}
              paintOrder="stroke"
              fontWeight={650}
            >
              {SWAP_WORDS[swap.kind]}
            </text>
          ) : null}
        </g>
      ))}
    </>
  );
}

/** What was measured, at its minute and level. */
function Reading({ day, drawn, height }: { day: DayView; drawn: Plot; height: number }) {
  return (
    <>
      {day.readings.map((one) => (
        <g
          key={one.id}
          transform={`translate(${drawn.x(one.minute)},${Math.min(drawn.y(one.ev100), height)})`}
        >
          <title>{`${clock(one.minute, day.jump)} ${one.words}`}</title>
          <path d="M0,-6 l6,6 l-6,6 l-6,-6 z" fill="var(--sea)" stroke="var(--paper)" strokeWidth={1.5} />
        </g>
      ))}
    </>
  );
}

function Axes({ day, drawn, width, height }: { day: DayView; drawn: Plot; width: number; height: number }) {
  return (
    <g className="text-across" fill="var(--ink-soft)">
      {drawn.ticks.map((tick) => (
        <g key={tick} transform={`translate(0,${drawn.y(tick)})`}>
          <line x2={width} stroke="var(--hairline)" strokeWidth={0.5} />
          <text x={-6} dy="0.34em" textAnchor="end">
            {String(tick).replace("-", "−")}
          </text>
        </g>
      ))}
      {drawn.hours.map((minute) => (
        <g key={minute} transform={`translate(${drawn.x(minute)},${height})`}>
          <line y2={5} stroke="var(--ink-soft)" />
          <text y={18} textAnchor="middle">
            {clock(minute, day.jump)}
          </text>
        </g>
      ))}
      <Spans spans={day.golden} name="golden" fill="var(--sand-3)" drawn={drawn} height={height} />
      <Spans spans={day.blue} name="blue" fill="var(--deep-4)" drawn={drawn} height={height} />
      {day.events
        .filter((event) => event.kind === "sunrise" || event.kind === "sunset")
        .map((event) => {
          const x = drawn.x(minuteOfMoment(event.at, day.jump));
          return (
            <line key={event.at} x1={x} x2={x} y2={height} stroke="var(--ink-soft)" strokeDasharray="2 4" />
          );
        })}
    </g>
  );
}

function Spans({
  spans,
  name,
  fill,
  drawn,
  height,
}: {
  spans: DayView["golden"];
  name: string;
  fill: string;
  drawn: Plot;
  height: number;
}) {
  return (
    <>
      {spans.map((one) => (
        <rect
          key={`${name} ${one.start}`}
          x={drawn.x(one.start)}
          width={Math.max(drawn.x(one.end) - drawn.x(one.start), 1)}
          y={height - 5}
          height={5}
          fill={fill}
        />
      ))}
    </>
  );
}
