import type { Plot } from "../../domain/day/day";
import { clock } from "../../domain/day/times";
import type { CameraBudget, DayView, Inserted } from "../../domain/documents";
import { areas, fillLine, piece, restsWords, uncovered } from "../../domain/ready/budget";

/** A strip for each camera, and the room between two. */
const STRIP = 20;
const PITCH = 26;

/** How high the strips of a day are in all. */
export const stripsHeight = (day: DayView): number =>
  day.budget.cameras.length ? day.budget.cameras.length * PITCH + 4 : 0;

/** What is left of each camera's cells, and how full its cards are, on the axis of the day. */
export function BudgetStrips({ day, drawn, width }: { day: DayView; drawn: Plot; width: number }) {
  return day.budget.cameras.map((camera, index) => (
    <Strip key={camera.camera} camera={camera} day={day} drawn={drawn} width={width} top={PITCH * index} />
  ));
}

function Strip({
  camera,
  day,
  drawn,
  width,
  top,
}: {
  camera: CameraBudget;
  day: DayView;
  drawn: Plot;
  width: number;
  top: number;
}) {
  const gaps = uncovered(day.budget, camera.camera);
  const first = drawn.x(camera.levels[0]?.minute ?? 0);
  return (
    <g transform={`translate(0,${top})`}>
      <line y1={STRIP} y2={STRIP} x2={width} stroke="var(--hairline)" />
      {areas(camera.levels, drawn, STRIP).map((path) => (
        <path key={path} d={path} fill="var(--sea)" opacity={0.45} />
      ))}
      <path
        d={fillLine(camera.fills, drawn, STRIP)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.6}
        strokeDasharray="5 2"
      />
      {camera.cells.map((one) => (
        <Goes key={`cell ${one.minute}`} one={one} what="cell" day={day} drawn={drawn} />
      ))}
      {camera.cards
        .filter((one) => !one.first)
        .map((one) => (
          <Goes key={`card ${one.minute}`} one={one} what="card" day={day} drawn={drawn} />
        ))}
      {camera.rests.map((rests) => (
        <g key={rests.minute} transform={`translate(${drawn.x(rests.minute)},3)`}>
          <title>{restsWords(rests)}</title>
          <path d="M-3,0 v9 M1,0 v9" stroke="var(--signal)" strokeWidth={2} />
        </g>
      ))}
      {gaps.map((gap) => (
        <g key={`${gap.start} ${gap.words}`}>
          <title>{gap.words}</title>
          <rect
            x={drawn.x(gap.start)}
            width={Math.max(drawn.x(gap.end) - drawn.x(gap.start), 5)}
            height={STRIP}
            fill="url(#uncovered)"
            stroke="var(--signal)"
          />
        </g>
      ))}
      <text
        x={Math.max(first - 8, 4)}
        y={STRIP - 5}
        textAnchor={first > 190 ? "end" : "start"}
        className="text-across"
        fill={gaps.length ? "var(--signal)" : "var(--ink)"}
        fontWeight={gaps.length ? 650 : 450}
        stroke="var(--paper)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        {camera.camera_name}
      </text>
    </g>
  );
}

/** A cell or a card goes in. */
function Goes({
  one,
  what,
  day,
  drawn,
}: {
  one: Inserted;
  what: "cell" | "card";
  day: DayView;
  drawn: Plot;
}) {
  return (
    <g transform={`translate(${drawn.x(one.minute)},0)`}>
      <title>{`${clock(one.minute, day.jump)} ${what}: ${piece(one)}`}</title>
      <line
        y2={STRIP}
        stroke={one.while_filming ? "var(--signal)" : "var(--ink-soft)"}
        strokeWidth={one.first ? 1 : 2}
      />
      {one.first ? null : (
        <path
          d={what === "cell" ? "M0,0 l4,-5 h-8 z" : "M-3.5,-6 h7 v5 h-7 z"}
          fill={one.while_filming ? "var(--signal)" : "var(--ink-soft)"}
        />
      )}
    </g>
  );
}
