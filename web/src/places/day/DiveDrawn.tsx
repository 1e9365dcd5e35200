import { scaleLinear } from "d3-scale";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { MOST_TYPED, pointAdded, pointDropped, pointPulled } from "../../domain/day/dive";
import type { DivePoint, SceneDay, WaterDay } from "../../domain/documents";
import { metres } from "../../domain/habits";
import type { FilmingState } from "../../state/day/day";

const WIDTH = 336;
const HEIGHT = 104;
const LEFT = 30;
const TOP = 8;
const BOTTOM = 20;
const UNTIMED_MINUTES = 60;

/** The dive as a line to draw: minutes across, depth downward, where the set holds as a band. */
export function DiveDrawn({ scene, water, film }: { scene: SceneDay; water: WaterDay; film: FilmingState }) {
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<number | null>(null);
  const gesture = useRef(0);
  const points = water.profile;
  const filmed = scene.starts != null && scene.ends != null ? scene.ends - scene.starts : UNTIMED_MINUTES;
  const minutes = Math.max(filmed, points.at(-1)?.minute ?? 0);
  const x = scaleLinear()
    .domain([0, minutes])
    .range([0, WIDTH - LEFT - 10]);
  const y = scaleLinear()
    .domain([0, water.depths.step_m * (water.depths.ev100.length - 1)])
    .range([0, HEIGHT - TOP - BOTTOM]);
  const free = points.length <= MOST_TYPED;
  const { steady_from_m: from, steady_to_m: to } = water.depths;

  const now = () => film.at(scene.id)?.water?.profile ?? points;
  const keep = (profile: DivePoint[]) => film.move(scene.id, { profile }, gesture.current);
  const drop = (index: number) => {
    gesture.current += 1;
    keep(pointDropped(now(), index));
  };
  const pointed = (event: PointerEvent): DivePoint | null => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return null;
    const scale = WIDTH / box.width;
    const minute = x.invert((event.clientX - box.left) * scale - LEFT);
    const depth_m = y.invert((event.clientY - box.top) * scale - TOP);
    return { minute: Math.min(Math.max(minute, 0), minutes), depth_m };
  };
  const press = (event: PointerEvent<SVGSVGElement>) => {
    const at = pointed(event);
    if (!at || !free || now().length >= MOST_TYPED) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const added = pointAdded(now(), at, { minutes, shallowest_m: water.shallowest_m });
    dragged.current = added.index;
    gesture.current += 1;
    keep(added.points);
  };
  const pull = (event: PointerEvent<SVGSVGElement>) => {
    const at = dragged.current === null ? null : pointed(event);
    if (!at || dragged.current === null) return;
    const next = pointPulled(now(), dragged.current, at);
    const [was, is] = [now()[dragged.current], next[dragged.current]];
    if (was?.minute !== is?.minute || was?.depth_m !== is?.depth_m) keep(next);
  };
  const nudge = (index: number) => (event: KeyboardEvent) => {
    const by = { ArrowUp: [0, -0.5], ArrowDown: [0, 0.5], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key];
    const one = now()[index];
    if (by && one) {
      const [minute = 0, depth = 0] = by;
      keep(pointPulled(now(), index, { minute: one.minute + minute, depth_m: one.depth_m + depth }));
    } else if (event.key === "Delete" || event.key === "Backspace") drop(index);
    else return;
    event.preventDefault();
  };
  const flat = [
    { minute: 0, depth_m: water.depth_m },
    { minute: minutes, depth_m: water.depth_m },
  ];
  const line = (points.length ? points : flat).map((one) => `${x(one.minute)},${y(one.depth_m)}`);
  return (
    <figure className="my-1 w-full">
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className={`w-full touch-none select-none ${free ? "cursor-crosshair" : ""}`}
        aria-labelledby="dive-drawn"
        onPointerDown={press}
        onPointerMove={pull}
        onPointerUp={() => {
          dragged.current = null;
        }}
      >
        <title id="dive-drawn">The dive, drawn</title>
        <g transform={`translate(${LEFT},${TOP})`}>
          <rect width={x(minutes)} height={y.range()[1]} fill="var(--paper)" stroke="var(--hairline)" />
          {from != null && to != null ? (
            <rect y={y(from)} width={x(minutes)} height={y(to) - y(from)} fill="var(--sea)" opacity={0.14} />
          ) : null}
          <path
            d={`M${line.join("L")}`}
            fill="none"
            stroke="var(--sea)"
            strokeWidth={2.5}
            strokeDasharray={points.length ? undefined : "5 4"}
          />
          {free
            ? points.map((one, index) => (
                <circle
                  // biome-ignore lint/suspicious/noArrayIndexKey: a point that is pulled stays the same one
                  key={index}
                  cx={x(one.minute)}
                  cy={y(one.depth_m)}
                  r={6}
                  fill="var(--paper)"
                  stroke="var(--ink)"
                  strokeWidth={2}
                  className="cursor-move"
                  role="slider"
                  tabIndex={0}
                  aria-label={`Point ${index + 1} of ${points.length} of the dive`}
                  aria-valuemin={0}
                  aria-valuemax={60}
                  aria-valuenow={one.depth_m}
                  aria-valuetext={`minute ${one.minute}, ${metres(one.depth_m)}`}
                  onPointerDown={(event) => {
                    event.stopPropagation();
                    svg.current?.setPointerCapture(event.pointerId);
                    dragged.current = index;
                    gesture.current += 1;
                  }}
                  onDoubleClick={() => drop(index)}
                  onKeyDown={nudge(index)}
                />
              ))
            : null}
          <g className="text-drawn" fill="var(--ink-soft)" pointerEvents="none">
            {y.ticks(3).map((depth) => (
              <text key={depth} x={-5} y={y(depth)} dy="0.34em" textAnchor="end">
                {depth}
              </text>
            ))}
            {x.ticks(6).map((minute) => (
              <text key={minute} x={x(minute)} y={(y.range()[1] ?? 0) + 14} textAnchor="middle">
                {minute}
              </text>
            ))}
          </g>
        </g>
      </svg>
      <figcaption className="text-fine text-soft">
        {free
          ? "Minutes across, metres down. Press to set a point, pull it, press twice to remove it; the band is where the set holds."
          : `Minutes across, metres down: ${points.length} points of a log. The band is where the set holds.`}
      </figcaption>
    </figure>
  );
}
