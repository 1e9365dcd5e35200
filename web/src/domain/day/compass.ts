/** The sun against the lens on a compass: north up, degrees over east. Pure. */

const WINDS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"];

/** A point on a circle at a bearing. */
export function bearing(degrees: number, radius: number): { x: number; y: number } {
  const turn = (degrees * Math.PI) / 180;
  return { x: radius * Math.sin(turn), y: -radius * Math.cos(turn) };
}

/** The bearing of a point from the middle, in whole steps [0, 360). */
export function bearingOf(x: number, y: number, step = 5): number {
  const degrees = (Math.atan2(x, -y) * 180) / Math.PI;
  return (((Math.round(degrees / step) * step) % 360) + 360) % 360;
}

/** A bearing in words: 290° WNW is "W" on eight winds. */
export function wind(degrees: number): string {
  return WINDS[Math.round((((degrees % 360) + 360) % 360) / 45) % 8] ?? "N";
}

/** A wedge of view about a heading, as an SVG path. */
export function wedge(heading: number, across: number, radius: number): string {
  const half = Math.min(across, 178) / 2;
  const [from, to] = [bearing(heading - half, radius), bearing(heading + half, radius)];
  const arc = `A${radius},${radius} 0 0 1 ${to.x.toFixed(1)},${to.y.toFixed(1)}`;
  return `M0,0L${from.x.toFixed(1)},${from.y.toFixed(1)}${arc}Z`;
}
