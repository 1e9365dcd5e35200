import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { DayView, SceneDay } from "../../api/client";
import {
  clock,
  curvePath,
  minuteOfMoment,
  moved,
  type Plot,
  plot,
  scenePath,
  standing,
  told,
} from "../../domain/day";
import type { Filming } from "../../state/day";

const WIDTH = 1240;
const HEIGHT = 400;
const LEFT = 34;
const RIGHT = 16;
const TOP = 30;
const BOTTOM = 30;

/** Time across, light in stops upward; each scene's marks as a band over the time it is filmed. Scenes are dragged. */
export function DayDiagram({ film, day }: { film: Filming; day: DayView }) {
  const svg = useRef<SVGSVGElement>(null);
  const width = WIDTH - LEFT - RIGHT;
  const height = HEIGHT - TOP - BOTTOM;
  const drawn = plot(day, width, height);
  const sky = curvePath(day.sky, day.step_minutes, drawn);
  const move = (id: string, by: number) => {
    const scene = film.at(id);
    const time = scene ? moved(scene, by, day.minutes) : null;
    if (time && time.starts !== scene?.starts) film.move({ scene_id: id, ...time });
  };
  const scale = () => WIDTH / (svg.current?.getBoundingClientRect().width || WIDTH);
  return (
    <figure className="my-2">
      <svg ref={svg} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" aria-labelledby="day-light">
        <title id="day-light">The day's light</title>
        <g transform={`translate(${LEFT},${TOP})`}>
          <rect width={width} height={height} fill="var(--paper)" stroke="var(--hairline)" />
          <path d={`${sky}L${width},${height}L0,${height}Z`} fill="var(--sea)" opacity={0.1} />
          <path d={sky} fill="none" stroke="var(--sea)" strokeWidth={1} opacity={0.6} />
          <Axes day={day} drawn={drawn} width={width} height={height} />
          {day.scenes.map((scene, index) => (
            <Scene
              key={scene.id}
              scene={scene}
              index={index}
              day={day}
              drawn={drawn}
              height={height}
              scale={scale}
              onMove={(by) => move(scene.id, by)}
            />
          ))}
        </g>
      </svg>
      <figcaption className="text-[12px] text-soft">
        EV at ISO 100 upward. Thin line: open sky. Bands: what each scene's set holds, between its low and
        high mark, over the time it is filmed; thick line: the scene's own light. Drag a scene, or move it
        with the arrow keys.
      </figcaption>
    </figure>
  );
}

function Axes({ day, drawn, width, height }: { day: DayView; drawn: Plot; width: number; height: number }) {
  return (
    <g fontSize={12} fill="var(--ink-soft)">
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
            {clock(minute)}
          </text>
        </g>
      ))}
      {day.golden.map((one) => (
        <rect
          key={`golden ${one.start}`}
          x={drawn.x(one.start)}
          width={Math.max(drawn.x(one.end) - drawn.x(one.start), 1)}
          y={height - 5}
          height={5}
          fill="var(--sand-3)"
        />
      ))}
      {day.blue.map((one) => (
        <rect
          key={`blue ${one.start}`}
          x={drawn.x(one.start)}
          width={Math.max(drawn.x(one.end) - drawn.x(one.start), 1)}
          y={height - 5}
          height={5}
          fill="var(--deep-4)"
        />
      ))}
      {day.events
        .filter((event) => event.kind === "sunrise" || event.kind === "sunset")
        .map((event) => (
          <line
            key={event.at}
            x1={drawn.x(minuteOfMoment(event.at))}
            x2={drawn.x(minuteOfMoment(event.at))}
            y2={height}
            stroke="var(--ink-soft)"
            strokeDasharray="2 4"
          />
        ))}
    </g>
  );
}

function Scene({
  scene,
  index,
  day,
  drawn,
  height,
  scale,
  onMove,
}: {
  scene: SceneDay;
  index: number;
  day: DayView;
  drawn: Plot;
  height: number;
  /** Units of the drawing for a pixel of the screen. */
  scale: () => number;
  onMove: (by: number) => void;
}) {
  const from = useRef<{ x: number; sent: number } | null>(null);
  if (scene.starts == null || scene.ends == null) return null;
  const left = drawn.x(scene.starts);
  const width = Math.max(drawn.x(scene.ends) - left, 6);
  const said = standing(scene);
  const drag = (event: PointerEvent<SVGGElement>) => {
    if (!from.current) return;
    const minutes = ((event.clientX - from.current.x) * scale() * day.minutes) / drawn.x(day.minutes);
    const by = Math.round(minutes / 5) * 5 - from.current.sent;
    if (by !== 0) {
      from.current.sent += by;
      onMove(by);
    }
  };
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -5, ArrowRight: 5 }[event.key];
    if (by) {
      event.preventDefault();
      onMove(event.shiftKey ? by * 12 : by);
    }
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={told(scene, day.step_minutes)}
      aria-valuemin={0}
      aria-valuemax={day.minutes}
      aria-valuenow={scene.starts}
      aria-valuetext={`${clock(scene.starts)} to ${clock(scene.ends)}, ${said.words}`}
      className="cursor-ew-resize touch-none"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, sent: 0 };
      }}
      onPointerMove={drag}
      onPointerUp={() => {
        from.current = null;
      }}
      onKeyDown={press}
    >
      <rect x={left} width={width} height={height} fill="var(--band)" opacity={0.35} />
      {scene.cameras.map((camera) => {
        const [top, bottom] = [drawn.y(camera.high_ev100), drawn.y(camera.low_ev100)];
        return (
          <g key={camera.setup_id} className="mark-slides">
            <rect
              x={left}
              width={width}
              y={top}
              height={Math.max(bottom - top, 0)}
              fill="var(--sea)"
              opacity={0.13}
            />
            <line x1={left} x2={left + width} y1={top} y2={top} stroke="var(--ink)" strokeWidth={2} />
            <line x1={left} x2={left + width} y1={bottom} y2={bottom} stroke="var(--ink)" strokeWidth={2} />
          </g>
        );
      })}
      <path
        d={scenePath(scene, day.step_minutes, drawn)}
        fill="none"
        stroke={said.steady ? "var(--sea)" : "var(--signal)"}
        strokeWidth={3}
      />
      <text
        x={left + width / 2}
        y={index % 2 ? -16 : -4}
        fontSize={12.5}
        fontWeight={650}
        textAnchor="middle"
        fill={said.steady ? "var(--ink)" : "var(--signal)"}
      >
        {scene.name}
      </text>
      {scene.cameras.flatMap((camera) =>
        camera.leaves.map((one) => (
          <g
            key={`${camera.setup_id} ${one.minute}`}
            transform={`translate(${drawn.x(one.minute)},${height})`}
          >
            <path d="M0,-14 l5,9 h-10 z" fill="var(--signal)" />
            <line y1={-height} y2={-14} stroke="var(--signal)" strokeDasharray="1 3" />
          </g>
        )),
      )}
    </g>
  );
}
