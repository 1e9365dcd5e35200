import type { Worked } from "../../domain/documents";
import { drawnIn } from "../../domain/sums/sums";

const WIDTH = 320;
const HEIGHT = 130;

/** A sum drawn: as a curve with the place that was asked for, or as one frame in another. */
export function Picture({ worked, name }: { worked: Worked; name: string }) {
  if (worked.outlines?.length) return <Frames worked={worked} name={name} />;
  if (!worked.drawn) return null;
  const drawn = drawnIn(worked.drawn, WIDTH, HEIGHT);
  const title = `${name}: ${worked.drawn.upward} by ${worked.drawn.across}`;
  return (
    <svg
      role="img"
      viewBox={`-52 -14 ${WIDTH + 66} ${HEIGHT + 54}`}
      className="mt-3 w-full max-w-[26rem]"
      aria-label={title}
    >
      <rect width={WIDTH} height={HEIGHT} fill="var(--paper)" stroke="var(--hairline)" />
      <g className="text-across" fill="var(--ink-soft)">
        {drawn.upward.map((tick) => (
          <g key={tick.text} transform={`translate(0,${tick.y})`}>
            <line x2={WIDTH} stroke="var(--hairline)" strokeWidth={0.5} />
            <text x={-6} dy="0.34em" textAnchor="end">
              {tick.text}
            </text>
          </g>
        ))}
        {drawn.across.map((tick) => (
          <text key={tick.text} x={tick.x} y={HEIGHT + 16} textAnchor="middle">
            {tick.text}
          </text>
        ))}
        <text x={WIDTH} y={HEIGHT + 34} textAnchor="end">
          {worked.drawn.across}
        </text>
        <text x={6} y={15} stroke="var(--paper)" strokeWidth={3} paintOrder="stroke">
          {worked.drawn.upward}
        </text>
      </g>
      <path d={`${drawn.path}L${WIDTH},${HEIGHT}L0,${HEIGHT}Z`} fill="var(--sea)" opacity={0.12} />
      <path d={drawn.path} fill="none" stroke="var(--sea)" strokeWidth={2} />
      <g className="mark-slides">
        <line
          x1={drawn.at.x}
          x2={drawn.at.x}
          y1={drawn.at.y}
          y2={HEIGHT}
          stroke="var(--ink)"
          strokeDasharray="2 3"
        />
        <circle cx={drawn.at.x} cy={drawn.at.y} r={5} fill="var(--ink)" />
      </g>
    </svg>
  );
}

/** What is cut out of what was recorded, to scale. */
function Frames({ worked, name }: { worked: Worked; name: string }) {
  const frames = worked.outlines ?? [];
  const whole = frames.find((one) => !one.inner);
  const scale = whole ? Math.min(WIDTH / whole.width, 180 / whole.height) : 1;
  const [width, height] = [(whole?.width ?? 1) * scale, (whole?.height ?? 1) * scale];
  return (
    <svg
      role="img"
      viewBox={`-6 -6 ${width + 12} ${height + 12}`}
      className="mt-3 max-h-60 w-full max-w-[30rem]"
      aria-label={`${name}: ${frames.map((one) => `${one.label} ${one.width} by ${one.height}`).join(", ")}`}
    >
      {frames.map((one) => {
        const [w, h] = [one.width * scale, one.height * scale];
        const [x, y] = [(width - w) / 2, (height - h) / 2];
        return (
          <g key={one.label} transform={`translate(${x},${y})`}>
            <rect
              width={w}
              height={h}
              fill={one.inner ? "var(--band)" : "var(--paper)"}
              stroke="var(--ink)"
              strokeWidth={one.inner ? 2 : 1}
            />
            <text x={6} y={18} className="text-across" fill="var(--ink)">
              {one.label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
