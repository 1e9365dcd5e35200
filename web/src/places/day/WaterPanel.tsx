import { type PointerEvent, type ReactNode, useRef } from "react";
import { depthPlot, holds } from "../../domain/day/depth";
import type { SceneDay, WaterDay } from "../../domain/documents";
import { sentence, stops } from "../../domain/format";
import { metres } from "../../domain/habits";
import { told } from "../../domain/wording";
import type { FilmingState } from "../../state/day/day";
import { useVocabulary } from "../../state/queries";
import { ChoiceField } from "../../ui/Field";
import { DiveDrawn } from "./DiveDrawn";
import { DiveFile } from "./DiveFile";
import { number, Typed } from "./Typed";

const WIDTH = 210;
const HEIGHT = 156;
const LEFT = 30;
const BOTTOM = 30;

/** The light down the water: by depth against the marks, by colour, and what brings the red back. */
export function WaterPanel({ scene, water, film }: { scene: SceneDay; water: WaterDay; film: FilmingState }) {
  const colours = useVocabulary().data?.waters ?? [];
  const refused: Record<string, string> = film.refused?.scene_id === scene.id ? film.refused.fields : {};
  const { under } = water;
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1">
      <DepthDiagram
        scene={scene}
        water={water}
        onDeeper={(depth_m) => film.move(scene.id, { depth_m })}
        onNudge={(by) => {
          const depth = film.at(scene.id)?.water?.depth_m ?? water.depth_m;
          film.move(scene.id, { depth_m: Math.min(Math.max(depth + by, 0.5), 60) });
        }}
      />
      <div className="min-w-[12rem] grow basis-0">
        <p aria-live="polite" className="my-1 text-lead leading-snug font-semibold">
          {sentence(holds(water))}.
        </p>
        <p className={`leading-tight ${under.verdict === "lamp" ? "text-signal" : ""}`}>{told(under.told)}</p>
      </div>
      <dl className="grid w-full grid-cols-[auto_1fr] gap-x-3 text-note leading-snug">
        <dt className="text-soft">Lost at {metres(under.depth_m)}</dt>
        <dd>
          red {under.red_stops.toFixed(1)}, green {under.green_stops.toFixed(1)}, blue{" "}
          {under.blue_stops.toFixed(1)} stops, ± {under.uncertainty_stops.toFixed(1)}
        </dd>
        <dt className="text-soft">Red left</dt>
        <dd>
          {(100 * under.red_left).toPrecision(2)} %; filters end at {metres(under.filters_end_m)}
        </dd>
        {under.filters.map((one) => (
          <Filter key={one.key} label={one.label} best={one.key === under.best_filter}>
            costs {one.cost_stops.toFixed(1)}, colours within {one.spread_stops.toFixed(1)} stops
          </Filter>
        ))}
        {under.lamps.map((one) => (
          <Filter key={one.key} label={one.label} best={false}>
            {one.within_m ? `leads within ${metres(one.within_m)}` : "never leads here"};{" "}
            {stops(one.over_rest_stops)} stops to the rest at the subject
          </Filter>
        ))}
      </dl>
      <div className="w-full">
        <div className="grid grid-cols-[4.5rem_4.5rem_1fr] gap-x-3">
          <Typed
            label="From"
            unit="m"
            value={String(water.shallowest_m)}
            problem={refused.shallowest_m}
            onKeep={(text) => film.keep(scene.id, { shallowest_m: number(text) })}
          />
          <Typed
            label="Deepest"
            unit="m"
            value={String(water.depth_m)}
            problem={refused.depth_m}
            onKeep={(text) => film.keep(scene.id, { depth_m: number(text) })}
          />
          <ChoiceField
            label="Water"
            value={water.colour}
            choices={colours.map((one) => ({ value: one.key, text: one.label }))}
            problem={refused.colour}
            onChoose={(colour) => film.keep(scene.id, { colour })}
          />
        </div>
        <DiveDrawn scene={scene} water={water} film={film} />
        <DiveFile scene={scene} water={water} film={film} />
      </div>
    </div>
  );
}

function Filter({ label, best, children }: { label: string; best: boolean; children: ReactNode }) {
  return (
    <>
      <dt className={best ? "font-semibold" : "text-soft"}>{label}</dt>
      <dd className={best ? "font-semibold" : ""}>
        {best ? "take it: " : ""}
        {children}
      </dd>
    </>
  );
}

/** Depth downward, light across: the marks as a band, the depths it is filmed at, and a handle on the deepest. */
function DepthDiagram({
  scene,
  water,
  onDeeper,
  onNudge,
}: {
  scene: SceneDay;
  water: WaterDay;
  onDeeper: (depth: number) => void;
  /** Deeper by so many metres than it stands by now. */
  onNudge: (by: number) => void;
}) {
  const width = WIDTH - LEFT - 8;
  const height = HEIGHT - BOTTOM - 6;
  const plot = depthPlot(water, scene.cameras, width, height);
  const dragging = useRef(false);
  const pointed = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const y = ((event.clientY - box.top) * HEIGHT) / box.height - 6;
    const depth = Math.min(Math.max(Math.round(2 * plot.depthAt(y)) / 2, 0.5), 60);
    if (depth !== water.depth_m) onDeeper(depth);
  };
  const [top, bottom] = [plot.y(water.shallowest_m), plot.y(water.depth_m)];
  return (
    <div
      className="w-[210px] shrink-0 cursor-ns-resize touch-none self-start"
      role="slider"
      tabIndex={0}
      aria-label="Deepest planned depth"
      aria-valuemin={0.5}
      aria-valuemax={60}
      aria-valuenow={water.depth_m}
      aria-valuetext={`${metres(water.depth_m)}; ${holds(water)}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        dragging.current = true;
        pointed(event);
      }}
      onPointerMove={(event) => dragging.current && pointed(event)}
      onPointerUp={() => {
        dragging.current = false;
      }}
      onKeyDown={(event) => {
        const by = { ArrowUp: -0.5, ArrowDown: 0.5 }[event.key];
        if (!by) return;
        event.preventDefault();
        onNudge(by);
      }}
    >
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
        <g transform={`translate(${LEFT},6)`}>
          <rect width={width} height={height} fill="var(--paper)" stroke="var(--hairline)" />
          <rect width={width} y={top} height={Math.max(bottom - top, 2)} fill="var(--band)" />
          {scene.cameras.map((one) => (
            <g key={one.setup_id}>
              <rect
                x={plot.x(one.low_ev100)}
                width={Math.max(plot.x(one.high_ev100) - plot.x(one.low_ev100), 0)}
                height={height}
                fill="var(--sea)"
                opacity={0.12}
              />
              {[one.low_ev100, one.high_ev100].map((mark) => (
                <line
                  key={mark}
                  x1={plot.x(mark)}
                  x2={plot.x(mark)}
                  y2={height}
                  stroke="var(--ink)"
                  strokeWidth={1.5}
                />
              ))}
            </g>
          ))}
          <path d={plot.band} fill="var(--sea)" opacity={0.2} />
          <path d={plot.curve} fill="none" stroke="var(--sea)" strokeWidth={2.5} />
          {[top, bottom].map((y) => (
            <line key={y} x2={width} y1={y} y2={y} stroke="var(--ink-soft)" strokeDasharray="3 3" />
          ))}
          {water.under.filters_end_m < (plot.depths.at(-1) ?? 0) ? (
            <g transform={`translate(${width},${plot.y(water.under.filters_end_m)})`}>
              <path d="M0,0 l-8,-5 v10 z" fill="var(--signal)" />
            </g>
          ) : null}
          <g className="text-drawn" fill="var(--ink-soft)">
            {plot.depths.map((depth) => (
              <text key={depth} x={-5} y={plot.y(depth)} dy="0.34em" textAnchor="end">
                {depth}
              </text>
            ))}
            {plot.levels.map((level) => (
              <text key={level} x={plot.x(level)} y={height + 12} textAnchor="middle">
                {String(level).replace("-", "−")}
              </text>
            ))}
            <text x={width} y={height + 24} textAnchor="end">
              EV, metres; ◂ filters end
            </text>
          </g>
        </g>
      </svg>
    </div>
  );
}
