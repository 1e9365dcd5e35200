import type { Reading, Selects } from "../../domain/documents";
import { type Curve, curves, moment, path } from "../../domain/footage/footage";

const WIDTH = 600;
const HEIGHT = 44;
const TICKS = 5;

const figure = (value: number) => Number(value.toPrecision(2)).toString().replace("-", "−");

/** What a clip says over its own time: filled curves on one axis. */
export function Curves({ reading, selects }: { reading: Reading; selects: Selects }) {
  const { seconds } = reading.facts;
  const found = curves(reading);
  if (found.length === 0 || seconds <= 0) return null;
  const notches = [selects.starts_s, selects.ends_s].filter((one): one is number => one != null);
  const ticks = Array.from({ length: TICKS }, (_, at) => (seconds * at) / (TICKS - 1));
  return (
    <figure aria-label="Over the clip's own time" className="mt-3">
      {found.map((one) => (
        <One key={one.key} of={one} seconds={seconds} notches={notches} />
      ))}
      <figcaption className="flex justify-between border-t rule text-fine text-soft">
        {ticks.map((tick) => (
          <span key={tick}>{moment(tick)}</span>
        ))}
      </figcaption>
    </figure>
  );
}

function One({ of, seconds, notches }: { of: Curve; seconds: number; notches: number[] }) {
  const line = path(of, seconds, WIDTH, HEIGHT);
  const [first, last] = [of.points[0], of.points.at(-1)];
  const x = (second: number) => (WIDTH * second) / seconds;
  const area = first && last ? `${line}L${x(last.second)} ${HEIGHT}L${x(first.second)} ${HEIGHT}Z` : "";
  return (
    <div className="mb-1.5">
      <p className="flex justify-between text-fine">
        <span>{of.label}</span>
        <span className="text-soft">
          {figure(of.low)} to {figure(of.high)} {of.unit}
        </span>
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="block h-11 w-full bg-paper"
        role="img"
        aria-label={`${of.label}, from ${figure(of.low)} to ${figure(of.high)} ${of.unit}`}
      >
        <path d={area} fill="var(--deep-1)" />
        <path d={line} fill="none" stroke="var(--sea)" strokeWidth={1.5} vectorEffect="non-scaling-stroke" />
        {of.jumps.map((at) => (
          <line
            key={at}
            x1={x(at)}
            x2={x(at)}
            y1={0}
            y2={HEIGHT}
            stroke="var(--signal)"
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {notches.map((at) => (
          <path key={at} d={`M${x(at) - 5} 0h10l-5 8z`} fill="var(--ink)" />
        ))}
      </svg>
    </div>
  );
}
