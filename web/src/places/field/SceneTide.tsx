import type { PackScene } from "../../domain/documents";
import { clockOf } from "../../domain/field/clock";
import { drawnScene } from "../../domain/field/tide";
import { level } from "../../domain/format";

const WIDTH = 270;
const HEIGHT = 84;
const LEFT = 4;
const RIGHT = 62;

/** A scene's light against what its sets hold: its marks beside it, the scene's own time and now on it. */
export function SceneTide({ scene, now }: { scene: PackScene; now: number }) {
  const drawn = drawnScene(scene, now, WIDTH, HEIGHT);
  if (!drawn) return null;
  const [first] = drawn.bands;
  return (
    <svg
      viewBox={`${-LEFT} -8 ${WIDTH + LEFT + RIGHT} ${HEIGHT + 26}`}
      className="mt-1 w-full text-drawn"
      role="img"
      aria-label={`Light of ${scene.name} against its marks`}
    >
      <rect width={WIDTH} height={HEIGHT} fill="var(--ground)" />
      {drawn.bands.map((band) => (
        <rect
          key={band.label}
          y={band.y}
          width={WIDTH}
          height={band.height}
          fill="var(--band)"
          stroke="var(--hairline)"
        >
          <title>{`What the set of ${band.label} holds`}</title>
        </rect>
      ))}
      <path d={drawn.light} fill="var(--deep-3)" fillOpacity={0.45} stroke="var(--sea)" strokeWidth={1.5} />
      {first ? (
        <>
          <text x={WIDTH + 5} y={first.y + 4} fill="var(--ink-soft)">
            {level(first.high)}
          </text>
          <text x={WIDTH + 5} y={first.y + first.height + 4} fill="var(--ink-soft)">
            {level(first.low)}
          </text>
        </>
      ) : null}
      {drawn.scene ? (
        <rect x={drawn.scene.x} y={HEIGHT - 4} width={drawn.scene.width} height={4} fill="var(--ink)" />
      ) : null}
      {drawn.now !== null ? (
        <line x1={drawn.now} x2={drawn.now} y1={0} y2={HEIGHT} stroke="var(--signal)" strokeWidth={2} />
      ) : null}
      {drawn.ticks.map((tick, index) => (
        <text
          key={tick.iso}
          x={tick.x}
          y={HEIGHT + 14}
          textAnchor={index ? "end" : "start"}
          fill="var(--ink-soft)"
        >
          {clockOf(tick.iso)}
        </text>
      ))}
    </svg>
  );
}
