import { memo, type PointerEvent } from "react";
import { lightAt, margin, tide } from "../../domain/bench/tide";
import { marginTold, VERDICTS } from "../../domain/bench/verdicts";
import type { Plan } from "../../domain/documents";
import { level, levelBare, lux, luxOfEv } from "../../domain/format";
import { endTold } from "../../domain/wording";
import { Button } from "../../ui/Button";
import { Shades } from "../../ui/Shades";

const WIDTH = 344;
const HEIGHT = 252;
const LEFT = 26;
const RIGHT = 50;
const TOP = 8;
const BOTTOM = 38;

/** The light of a scene against the marks of its set. */
export const TideDiagram = memo(function TideDiagram({
  plan,
  chosen,
  onChoose,
}: {
  plan: Plan;
  /** The light that is looked at [EV], or null for that expected. */
  chosen: number | null;
  onChoose: (ev: number | null) => void;
}) {
  const light = {
    dark: plan.dark_ev100,
    aim: plan.light.ev100,
    bright: plan.bright_ev100,
    uncertainty: plan.light.uncertainty_stops,
  };
  const marks = { low: plan.reach.low.ev100, high: plan.reach.high.ev100 };
  const width = WIDTH - LEFT - RIGHT;
  const height = HEIGHT - TOP - BOTTOM;
  const drawn = tide(light, marks, width, height);
  const verdict = plan.answer?.verdict ?? "likely";
  const said = marginTold(verdict, margin(light, marks), light.uncertainty);
  const stations = [
    { share: 0.02, name: "darkest", ev: light.dark, anchor: "start" as const },
    { share: 0.5, name: "expected", ev: light.aim, anchor: "middle" as const },
    { share: 0.98, name: "brightest", ev: light.bright, anchor: "end" as const },
  ];
  const summary = `The set holds from ${level(marks.low)} to ${level(marks.high)}; the light is expected from ${level(light.dark)} to ${level(light.bright)}: ${said}.`;
  return (
    <figure>
      <figcaption className="mb-1">
        <span className={`font-title text-verdict font-semibold ${verdict === "not" ? "text-signal" : ""}`}>
          {VERDICTS[verdict]}
        </span>{" "}
        <span className={verdict === "not" ? "text-signal" : "text-soft"}>{said}</span>
      </figcaption>
      <div className="relative">
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          className="w-full"
          role="img"
          aria-label={summary}
          data-testid="tide"
        >
          <Shades id="bench" />
          <g transform={`translate(${LEFT},${TOP})`}>
            <rect width={width} height={height} fill="var(--band)" stroke="var(--hairline)" />
            {drawn.tooDark.map((step) => (
              <g key={step.stops}>
                <rect y={step.y} width={width} height={step.height} fill={`url(#bench-deep-${step.stops})`} />
                <StepFigure step={step} width={width} text={`−${step.stops}`} />
              </g>
            ))}
            {drawn.tooBright.map((step) => (
              <g key={step.stops}>
                <rect y={step.y} width={width} height={step.height} fill={`url(#bench-sand-${step.stops})`} />
                <StepFigure step={step} width={width} text={`+${step.stops}`} />
              </g>
            ))}
            <path d={drawn.band} fill="var(--sea)" opacity={0.16} />
            <path d={drawn.curve} fill="var(--sea)" opacity={0.12} />
            <path
              d={drawn.curve
                .split(" L")
                .slice(1, -2)
                .reduce((path, point, index) => `${path}${index ? " L" : "M"}${point}`, "")}
              fill="none"
              stroke="var(--sea)"
              strokeWidth={2}
            />
            {drawn.ticks.map((tick) => (
              <g
                key={tick}
                transform={`translate(0,${drawn.y(tick)})`}
                className="text-drawn"
                fill="var(--ink-soft)"
              >
                <line x2={width} stroke="var(--hairline)" strokeWidth={0.5} />
                <text x={-5} dy="0.34em" textAnchor="end">
                  {String(tick).replace("-", "−")}
                </text>
                <text x={width + 5} dy="0.34em">
                  {lux(luxOfEv(tick))}
                </text>
              </g>
            ))}
            <Mark
              y={drawn.y(marks.high)}
              width={width}
              name="high mark"
              value={levelBare(marks.high)}
              above
            />
            <Mark y={drawn.y(marks.low)} width={width} name="low mark" value={levelBare(marks.low)} />
            {stations.map((station) => (
              <g key={station.name}>
                <circle
                  cx={station.share * width}
                  cy={drawn.y(lightAt(light, station.share))}
                  r={3.5}
                  fill="var(--sea)"
                />
                <text
                  x={station.share * width}
                  y={height + 14}
                  className="text-drawn"
                  textAnchor={station.anchor}
                  fill="var(--ink-soft)"
                >
                  {station.name}
                </text>
                <text
                  x={station.share * width}
                  y={height + 31}
                  className="text-drawn"
                  fontWeight={650}
                  textAnchor={station.anchor}
                  fill="var(--ink)"
                >
                  {level(station.ev)}
                </text>
              </g>
            ))}
          </g>
        </svg>
        {/* A picture holds nothing that can be used: the line to pull lies over it. */}
        {/* biome-ignore lint/a11y/useSemanticElements: what is drawn cannot be a fieldset */}
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          className="absolute inset-0 w-full"
          role="group"
          aria-label="Another light to look at"
        >
          <g transform={`translate(${LEFT},${TOP})`}>
            <Pull
              ev={chosen ?? light.aim}
              span={[drawn.evAt(height), drawn.evAt(0)]}
              y={drawn.y}
              evAt={drawn.evAt}
              width={width}
              height={height}
              onChoose={onChoose}
            />
          </g>
        </svg>
      </div>
      {chosen === null ? null : (
        <Button look="quiet" className="text-note" onClick={() => onChoose(null)}>
          Back to the light expected
        </Button>
      )}
      {plan.reach.words ? <p className="text-note">{plan.reach.words}</p> : null}
      <p className="text-fine text-soft">
        EV at ISO 100 left, light on the subject right; pale band: ± {light.uncertainty.toFixed(1)} stops.
        Above the high mark {endTold(plan.reach.high.end)}; below the low mark {endTold(plan.reach.low.end)}.
      </p>
    </figure>
  );
});

/** How far a key moves the light [stops]. */
const KEYED = 1 / 3;

/** The light that is looked at: a line to pull up and down, by hand or by arrows. */
function Pull({
  ev,
  span,
  y,
  evAt,
  width,
  height,
  onChoose,
}: {
  ev: number;
  span: [number, number];
  y: (ev: number) => number;
  evAt: (y: number) => number;
  width: number;
  height: number;
  onChoose: (ev: number) => void;
}) {
  const [low, high] = span;
  const choose = (next: number) => onChoose(Math.round(Math.min(high, Math.max(low, next)) * 10) / 10);
  const pulled = (event: PointerEvent<SVGGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    choose(evAt(((event.clientY - box.top) / box.height) * height));
  };
  const steps: Record<string, number> = {
    ArrowUp: KEYED,
    ArrowRight: KEYED,
    ArrowDown: -KEYED,
    ArrowLeft: -KEYED,
  };
  return (
    <>
      {/* The whole plot takes the pull, so that no thumb has to hit a line. */}
      <g
        className="cursor-ns-resize touch-none"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          pulled(event);
        }}
        onPointerMove={(event) => event.buttons && pulled(event)}
      >
        <rect width={width} height={height} fill="transparent" />
      </g>
      <g
        transform={`translate(0,${y(Math.min(high, Math.max(low, ev)))})`}
        role="slider"
        tabIndex={0}
        aria-label="Light looked at"
        aria-orientation="vertical"
        aria-valuenow={Math.round(ev * 10) / 10}
        aria-valuemin={Math.round(low * 10) / 10}
        aria-valuemax={Math.round(high * 10) / 10}
        aria-valuetext={level(ev)}
        className="pointer-events-none"
        onKeyDown={(event) => {
          const step = steps[event.key];
          if (step === undefined) return;
          event.preventDefault();
          choose(ev + step);
        }}
      >
        <line x2={width} stroke="var(--signal)" strokeWidth={1} strokeDasharray="5 3" />
        <path d={`M${width},0 l7,-5 v10 z`} fill="var(--signal)" />
      </g>
    </>
  );
}

function Mark({
  y,
  width,
  name,
  value,
  above = false,
}: {
  y: number;
  width: number;
  name: string;
  value: string;
  above?: boolean;
}) {
  return (
    <g className="mark-slides" transform={`translate(0,${y})`}>
      <line x2={width} stroke="var(--ink)" strokeWidth={2} />
      <path d="M0,0 l-6,-4 v8 z" fill="var(--ink)" />
      <text
        x={width / 2}
        y={above ? -5 : 14}
        className="text-drawn"
        fontWeight={650}
        textAnchor="middle"
        fill="var(--ink)"
      >
        {name} {value}
      </text>
    </g>
  );
}

function StepFigure({
  step,
  width,
  text,
}: {
  step: { y: number; height: number };
  width: number;
  text: string;
}) {
  if (step.height < 14) return null;
  return (
    <text
      x={width - 6}
      y={step.y + step.height / 2}
      dy="0.34em"
      className="text-drawn"
      textAnchor="end"
      fill="var(--ink)"
    >
      {text}
    </text>
  );
}
