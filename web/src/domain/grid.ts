/** A mode table being edited: rows of texts, as they stand in its CSV. Pure. */

import type { Mode } from "../api/client";

export const COLUMNS = [
  "frame_shape",
  "resolution",
  "width_px",
  "height_px",
  "rate",
  "views",
  "stabilisation",
  "bit_rates",
  "photosite_share",
  "low_light_tuned",
  "draw_w",
] as const;

export const HEADS: Record<(typeof COLUMNS)[number], string> = {
  frame_shape: "Shape",
  resolution: "Size",
  width_px: "Width, px",
  height_px: "Height, px",
  rate: "Rate, fps",
  views: "Views",
  stabilisation: "Stabilisation",
  bit_rates: "Codec: Mbit/s",
  photosite_share: "Share read",
  low_light_tuned: "Low light",
  draw_w: "Draw, W",
};

export type Grid = string[][];

/** The table of a device as texts. */
export function gridOf(modes: Mode[]): Grid {
  return modes.map((mode) => [
    mode.frame_shape,
    mode.resolution,
    String(mode.width_px),
    String(mode.height_px),
    String(mode.rate),
    mode.views.join(" "),
    mode.stabilisation.join(" "),
    Object.entries(mode.bit_rates)
      .map(([codec, rates]) => `${codec}:${rates.join("/")}`)
      .join(" "),
    String(mode.photosite_share ?? 1),
    mode.low_light_tuned ? "yes" : "no",
    String(mode.draw_w),
  ]);
}

const quoted = (cell: string) => (/[",\n\r]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

/** The grid as the CSV the service reads. */
export function csvOf(grid: Grid): string {
  return [COLUMNS as readonly string[], ...grid].map((row) => row.map(quoted).join(",")).join("\n");
}

/** Another grid with one cell changed. */
export function withCell(grid: Grid, row: number, column: number, text: string): Grid {
  return grid.map((cells, at) => (at === row ? cells.map((cell, c) => (c === column ? text : cell)) : cells));
}

/** Another grid with a copy of a row below it. */
export function withCopy(grid: Grid, row: number): Grid {
  const copied = grid[row];
  return copied ? [...grid.slice(0, row + 1), [...copied], ...grid.slice(row + 1)] : grid;
}

/** Another grid without a row; the last row stays, since a device has at least one mode. */
export function withoutRow(grid: Grid, row: number): Grid {
  return grid.length > 1 ? grid.filter((_, at) => at !== row) : grid;
}

/** Another grid with cells from a spreadsheet (tabs and lines) laid in from a cell on; it grows downwards. */
export function pasted(grid: Grid, row: number, column: number, text: string): Grid {
  const lines = text.replace(/[\r\n]+$/, "").split(/\r?\n/);
  let cells = lines.map((line) => line.split("\t"));
  if (cells[0]?.[0]?.trim() === COLUMNS[0]) cells = cells.slice(1);
  const made = grid.map((existing) => [...existing]);
  cells.forEach((line, down) => {
    const target = row + down;
    if (!made[target]) made[target] = [...(made[target - 1] ?? COLUMNS.map(() => ""))];
    line.forEach((cell, across) => {
      const at = column + across;
      if (at < COLUMNS.length) (made[target] as string[])[at] = cell.trim();
    });
  });
  return made;
}

export type FieldProblem = { path: (string | number)[]; message: string };

/** What is wrong, by "row column"; what belongs to no cell is under "table". */
export function byCell(problems: FieldProblem[]): Map<string, string> {
  const found = new Map<string, string>();
  for (const { path, message } of problems) {
    const [list, row, column] = path;
    const at = COLUMNS.indexOf(String(column) as (typeof COLUMNS)[number]);
    const key = list === "modes" && typeof row === "number" ? `${row} ${Math.max(at, 0)}` : "table";
    found.set(key, found.has(key) ? `${found.get(key)}; ${message}` : message);
  }
  return found;
}
