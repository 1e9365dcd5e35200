import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { bearing, bearingOf, wedge, wind } from "../../domain/day/compass";
import type { SceneDay } from "../../domain/documents";

const SIZE = 196;
const RADIUS = 74;

/** The sun's way over the day on a compass, and where the lens looks; the lens is turned by hand or arrow keys. */
export function Compass({
  scene,
  path,
  onTurn,
  onNudge,
}: {
  scene: SceneDay;
  /** Bearings of the sun while it is up, and while the scene is filmed. */
  path: { day: number[]; during: number[]; up: boolean };
  onTurn: (heading: number) => void;
  /** Turned by so many degrees from where it stands by now. */
  onNudge: (by: number) => void;
}) {
  const dial = useRef<HTMLDivElement>(null);
  const turning = useRef(false);
  const heading = scene.aim?.heading_deg ?? null;
  const pointed = (event: PointerEvent) => {
    const box = dial.current?.getBoundingClientRect();
    if (!box) return;
    const degrees = bearingOf(
      event.clientX - box.left - box.width / 2,
      event.clientY - box.top - box.height / 2,
    );
    if (degrees !== heading) onTurn(degrees);
  };
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -5, ArrowRight: 5, ArrowDown: -5, ArrowUp: 5 }[event.key];
    if (!by) return;
    event.preventDefault();
    onNudge(event.shiftKey ? 9 * by : by);
  };
  const line = (bearings: number[], radius: number) =>
    bearings
      .map((one, index) => {
        const at = bearing(one, radius);
        return `${index ? "L" : "M"}${at.x.toFixed(1)},${at.y.toFixed(1)}`;
      })
      .join("");
  const middle = path.during[Math.floor(path.during.length / 2)];
  const sun = middle === undefined ? null : bearing(middle, RADIUS);
  return (
    <div
      ref={dial}
      className="w-[196px] shrink-0 cursor-pointer touch-none self-start rounded-full"
      role="slider"
      tabIndex={0}
      aria-label="Where the lens looks"
      aria-valuemin={0}
      aria-valuemax={355}
      aria-valuenow={heading ?? 0}
      aria-valuetext={heading === null ? "not said" : `${heading}° ${wind(heading)}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        turning.current = true;
        pointed(event);
      }}
      onPointerMove={(event) => turning.current && pointed(event)}
      onPointerUp={() => {
        turning.current = false;
      }}
      onKeyDown={press}
    >
      <svg viewBox={`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE}`} aria-hidden="true">
        <circle r={RADIUS} fill="var(--paper)" stroke="var(--hairline)" />
        {[0, 45, 90, 135, 180, 225, 270, 315].map((one) => {
          const [from, to] = [bearing(one, RADIUS - 4), bearing(one, RADIUS)];
          return <line key={one} x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="var(--ink-soft)" />;
        })}
        {["N", "E", "S", "W"].map((name, index) => {
          const at = bearing(index * 90, RADIUS + 13);
          return (
            <text
              key={name}
              x={at.x}
              y={at.y}
              dy="0.34em"
              textAnchor="middle"
              className="text-drawn"
              fill="var(--ink-soft)"
            >
              {name}
            </text>
          );
        })}
        <path d={line(path.day, RADIUS)} fill="none" stroke="var(--sand-4)" strokeWidth={1.5} opacity={0.6} />
        <path d={line(path.during, RADIUS)} fill="none" stroke="var(--sand-4)" strokeWidth={7} />
        {heading === null ? (
          <text textAnchor="middle" dy="0.34em" className="text-drawn" fill="var(--ink-soft)">
            turn me
          </text>
        ) : (
          <>
            <path d={wedge(heading, 60, RADIUS - 10)} fill="var(--sea)" opacity={0.22} stroke="var(--sea)" />
            <circle r={4} fill="var(--sea)" />
          </>
        )}
        {sun && path.up ? (
          <>
            <line
              x1={sun.x}
              y1={sun.y}
              x2={-sun.x * 0.7}
              y2={-sun.y * 0.7}
              stroke="var(--ink-soft)"
              strokeDasharray="2 3"
            />
            <circle cx={sun.x} cy={sun.y} r={9} fill="var(--sand-3)" stroke="var(--ink)" />
          </>
        ) : null}
      </svg>
    </div>
  );
}
