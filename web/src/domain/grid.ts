/** A table being edited: rows of texts. Pure. */

export type Grid = string[][];

/** Another grid with one cell changed. */
export function withCell(grid: Grid, row: number, column: number, text: string): Grid {
  return grid.map((cells, at) => (at === row ? cells.map((cell, c) => (c === column ? text : cell)) : cells));
}

/** Another grid with a copy of a row below it. */
export function withCopy(grid: Grid, row: number): Grid {
  const copied = grid[row];
  return copied ? [...grid.slice(0, row + 1), [...copied], ...grid.slice(row + 1)] : grid;
}

/** Another grid without a row; the last row stays, so that there is one to copy. */
export function withoutRow(grid: Grid, row: number): Grid {
  return grid.length > 1 ? grid.filter((_, at) => at !== row) : grid;
}

/** Another grid with a row moved up (-1) or down (+1). */
export function withMoved(grid: Grid, row: number, by: number): Grid {
  const [moved, other] = [grid[row], grid[row + by]];
  if (!moved || !other) return grid;
  return grid.map((cells, at) => (at === row ? other : at === row + by ? moved : cells));
}

/**
 * Another grid with cells from a spreadsheet (tabs and lines) laid in from a cell on; it grows
 * downwards. A first line that names the columns (`names`) puts each cell under its own name.
 */
export function pasted(
  grid: Grid,
  row: number,
  column: number,
  text: string,
  names: readonly string[],
): Grid {
  const lines = text.replace(/[\r\n]+$/, "").split(/\r?\n/);
  let cells = lines.map((line) => line.split("\t").map((cell) => cell.trim()));
  const head = cells[0] ?? [];
  const named = head.length > 1 && head.every((name) => names.includes(name));
  if (named) cells = cells.slice(1);
  const made = grid.map((existing) => [...existing]);
  cells.forEach((line, down) => {
    const target = row + down;
    if (!made[target]) made[target] = [...(made[target - 1] ?? names.map(() => ""))];
    line.forEach((cell, across) => {
      const at = named ? names.indexOf(head[across] ?? "") : column + across;
      if (at >= 0 && at < names.length) (made[target] as string[])[at] = cell;
    });
  });
  return made;
}
