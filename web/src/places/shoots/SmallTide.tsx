import { margin } from "../../domain/bench/tide";
import { marginTold, VERDICTS } from "../../domain/bench/verdicts";
import type { LightSummary } from "../../domain/documents";
import { level, lux, luxOfEv } from "../../domain/format";
import { habits } from "../../domain/habits";
import { Shades } from "../../ui/Shades";

const WIDTH = 288;
const HEIGHT = 34;
const LOWEST = -10;
const HIGHEST = 18;

/** One scene in a line: the light expected as a bar with its uncertainty, the marks around it. */
export function SmallTide({ light }: { light: LightSummary }) {
  const x = (value: number) =>
    ((Math.min(Math.max(value, LOWEST), HIGHEST) - LOWEST) / (HIGHEST - LOWEST)) * WIDTH;
  const lit = {
    dark: light.dark_ev100,
    aim: light.ev100,
    bright: light.bright_ev100,
    uncertainty: light.uncertainty_stops,
  };
  const verdict = light.verdict;
  const within = margin(lit, { low: light.low_ev100, high: light.high_ev100 });
  const said = marginTold(verdict, within, light.uncertainty_stops);
  const low = x(light.low_ev100);
  const high = x(light.high_ev100);
  const summary = `Light ${level(light.dark_ev100)} to ${level(light.bright_ev100)}, marks ${level(light.low_ev100)} to ${level(light.high_ev100)}: ${VERDICTS[verdict].toLowerCase()}, ${said}`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} role="img" aria-label={summary}>
      <title>{summary}</title>
      <Shades id="small" />
      <rect y={2} width={low} height={18} fill="url(#small-deep-2)" />
      <rect x={high} y={2} width={WIDTH - high} height={18} fill="url(#small-sand-2)" />
      <rect x={low} y={2} width={high - low} height={18} fill="var(--band)" />
      <rect
        x={x(light.dark_ev100 - light.uncertainty_stops)}
        y={7}
        width={Math.max(
          x(light.bright_ev100 + light.uncertainty_stops) - x(light.dark_ev100 - light.uncertainty_stops),
          2,
        )}
        height={8}
        fill="var(--sea)"
        opacity={0.28}
      />
      <rect
        x={x(light.dark_ev100)}
        y={7}
        width={Math.max(x(light.bright_ev100) - x(light.dark_ev100), 3)}
        height={8}
        fill={verdict === "not" ? "var(--signal)" : "var(--sea)"}
      />
      {[low, high].map((at) => (
        <line key={at} x1={at} x2={at} y1={0} y2={22} stroke="var(--ink)" strokeWidth={2} />
      ))}
      {[0, 5, 10, 15].map((tick) => (
        <g key={tick} className="text-drawn" fill="var(--ink-soft)">
          <line x1={x(tick)} x2={x(tick)} y1={20} y2={24} stroke="var(--hairline)" />
          <text x={x(tick)} y={33} textAnchor="middle">
            {habits().light === "lux" ? lux(luxOfEv(tick)) : tick}
          </text>
        </g>
      ))}
    </svg>
  );
}
