/** What clips and stills say of themselves, as lines of a specification. Pure. */

/** rate: frames a second; a still has none. */
export type Clip = { width: number; height: number; rate: number | null };

const RATES = [
  23.976, 24, 25, 29.97, 30, 47.95, 48, 50, 59.94, 60, 90, 96, 100, 119.88, 120, 180, 200, 239.76, 240, 400,
  480, 960,
];
/** How far a clip's average may lie from the rate it was filmed at. */
const NEAR = 0.02;

/** The rate a clip was filmed at: the nearest usual one, else as measured. */
export function usualRate(measured: number): number {
  const nearest = RATES.reduce((best, rate) =>
    Math.abs(rate - measured) < Math.abs(best - measured) ? rate : best,
  );
  return Math.abs(nearest / measured - 1) < NEAR ? nearest : Math.round(measured);
}

/** Clips as lines: each size once, with its rates; those of a still are left to be typed. */
export function linesOf(clips: Clip[]): string {
  const sizes = new Map<string, Set<number>>();
  for (const { width, height, rate } of clips) {
    const size = `${width} x ${height}`;
    const rates = sizes.get(size) ?? new Set();
    sizes.set(size, rate === null ? rates : rates.add(usualRate(rate)));
  }
  return [...sizes]
    .map(([size, rates]) => `${size}: ${[...rates].sort((a, b) => a - b).join("/")}`)
    .join("\n");
}
