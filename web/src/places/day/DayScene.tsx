import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { bandPath, type Plot, planned, scenePath, standing, told } from "../../domain/day/day";
import { clock } from "../../domain/day/times";
import type { DayView, SceneDay } from "../../domain/documents";

/** A scene on the day: its marks, its own light, draggable along time. */
export function DayScene({
  scene,
  nameAt,
  day,
  drawn,
  height,
  scale,
  chosen,
  onChoose,
  onMove,
}: {
  scene: SceneDay;
  nameAt: number;
  day: DayView;
  drawn: Plot;
  height: number;
  /** Units of the drawing for a pixel of the screen. */
  scale: () => number;
  chosen: boolean;
  onChoose: () => void;
  onMove: (by: number) => void;
}) {
  const from = useRef<{ x: number; sent: number } | null>(null);
  if (scene.starts == null || scene.ends == null) return null;
  const left = drawn.x(scene.starts);
  const width = Math.max(drawn.x(scene.ends) - left, 6);
  const said = standing(scene, day.jump);
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
      aria-label={told(scene, day.step_minutes, day.jump)}
      aria-disabled={scene.fixed}
      aria-valuemin={0}
      aria-valuemax={day.minutes}
      aria-valuenow={scene.starts}
      aria-valuetext={`${clock(scene.starts, day.jump)} to ${clock(scene.ends, day.jump)}, ${said.words}${scene.fixed ? ", its time is fixed" : ""}`}
      className={`touch-none ${scene.fixed ? "cursor-pointer" : "cursor-ew-resize"}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, sent: 0 };
        onChoose();
      }}
      onPointerMove={drag}
      onPointerUp={() => {
        from.current = null;
      }}
      onFocus={onChoose}
      onKeyDown={press}
    >
      <rect x={left} width={width} height={height} fill="var(--band)" opacity={chosen ? 0.75 : 0.35} />
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
        d={bandPath(planned(scene), scene.curve, scene.uncertainty, day.step_minutes, drawn)}
        fill={said.fails ? "var(--signal)" : "var(--sea)"}
        opacity={0.22}
      />
      <path
        d={scenePath(scene, day.step_minutes, drawn)}
        fill="none"
        stroke={said.fails ? "var(--signal)" : "var(--sea)"}
        strokeWidth={3}
      />
      <text
        x={left + width / 2}
        y={nameAt}
        className="text-across"
        fontWeight={650}
        textAnchor="middle"
        textDecoration={chosen ? "underline" : undefined}
        fill={said.fails ? "var(--signal)" : "var(--ink)"}
      >
        {scene.name}
      </text>
      {scene.cameras.flatMap((camera) =>
        camera.leaves.map((one) => (
          <line
            key={`${camera.setup_id} ${one.minute}`}
            x1={drawn.x(one.minute)}
            x2={drawn.x(one.minute)}
            y2={height}
            stroke="var(--signal)"
            strokeDasharray="1 3"
          />
        )),
      )}
    </g>
  );
}
