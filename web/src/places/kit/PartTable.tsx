import { type ClipboardEvent, type KeyboardEvent, useId, useRef } from "react";
import { flushSync } from "react-dom";
import { type Grid, pasted, withCell, withCopy, withMoved, withoutRow } from "../../domain/grid";
import { type FormTable, namesOf } from "../../domain/kit/deviceForm";
import { Button } from "../../ui/Button";

/** A list of parts as a table typed like a spreadsheet: by keyboard, and pasted from one. */
export function PartTable({
  table,
  grid,
  problems,
  onChange,
  onUndo,
  onRedo,
}: {
  table: FormTable;
  grid: Grid;
  problems: Map<string, string>;
  onChange: (grid: Grid) => void;
  onUndo: () => void;
  onRedo: () => void;
}) {
  const lists = useId();
  const body = useRef<HTMLTableSectionElement>(null);
  const focus = (row: number, column: number) =>
    body.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`)?.focus();
  // The row is there before the focus moves, so that what is typed next lands in it.
  const changeNow = (next: Grid) => flushSync(() => onChange(next));

  const press = (event: KeyboardEvent, row: number, column: number) => {
    const command = event.ctrlKey || event.metaKey;
    const move = (by: number) => () => {
      if (event.altKey) changeNow(withMoved(grid, row, by));
      focus(row + by, column);
    };
    const act = {
      ArrowUp: move(-1),
      ArrowDown: move(1),
      Enter: () => {
        if (command) changeNow(withCopy(grid, row));
        focus(row + 1, column);
      },
      Delete: command
        ? () => {
            changeNow(withoutRow(grid, row));
            focus(Math.max(row - 1, 0), column);
          }
        : undefined,
      z: command ? (event.shiftKey ? onRedo : onUndo) : undefined,
      Z: command ? onRedo : undefined,
    }[event.key];
    if (act) {
      event.preventDefault();
      act();
    }
  };

  const paste = (event: ClipboardEvent, row: number, column: number) => {
    const text = event.clipboardData.getData("text");
    if (/[\t\n]/.test(text.trim())) {
      event.preventDefault();
      onChange(pasted(grid, row, column, text, namesOf(table)));
    }
  };

  const whole = problems.get(table.path);
  return (
    <section aria-label={table.title} className="mb-5">
      <h2 className="text-head">{table.title}</h2>
      {table.about ? <p className="mb-1 text-note text-soft">{table.about}</p> : null}
      {whole ? (
        <p role="alert" className="mb-2 border-l-4 border-signal bg-signal-wash px-3 py-1 text-signal">
          {whole}
        </p>
      ) : null}
      <div className="relative overflow-x-auto border rule bg-paper">
        <table className="w-full border-collapse text-small" aria-label={`${table.title}, to edit`}>
          <thead>
            <tr className="border-b rule">
              <th scope="col" className="px-1 py-1 text-right font-normal text-soft">
                Row
              </th>
              {table.columns.map((column) => (
                <th key={column.path} scope="col" className="px-1 py-1 text-left align-bottom font-semibold">
                  {column.head}
                </th>
              ))}
              <th scope="col" className="font-normal text-soft">
                <span className="sr-only">Row acts</span>
              </th>
            </tr>
          </thead>
          <tbody ref={body}>
            {grid.map((cells, row) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row of a grid is its place
              <tr key={row} className="border-b border-hair/60">
                <th scope="row" className="px-1 py-0.5 text-right align-top font-normal text-soft">
                  {row + 1}
                </th>
                {table.columns.map((column, at) => {
                  const place = `${table.path} ${row} ${at}`;
                  const problem = problems.get(place);
                  const note = `${lists}-${place.replaceAll(" ", "-")}`;
                  return (
                    <td key={column.path} className="p-0 align-top">
                      <input
                        data-cell={`${row} ${at}`}
                        aria-label={`${column.head}, row ${row + 1}`}
                        aria-invalid={Boolean(problem)}
                        aria-describedby={problem ? note : undefined}
                        autoComplete="off"
                        list={column.choices ? `${lists}-${at}` : undefined}
                        className={`w-full bg-transparent px-1 py-0.5 aria-[invalid=true]:bg-signal-wash ${column.wide ?? (column.choices ? "min-w-18" : "min-w-14")}`}
                        value={cells[at] ?? ""}
                        onChange={(event) => onChange(withCell(grid, row, at, event.target.value))}
                        onKeyDown={(event) => press(event, row, at)}
                        onPaste={(event) => paste(event, row, at)}
                      />
                      {problem ? (
                        <p id={note} className="px-1 pb-0.5 text-fine leading-tight text-signal">
                          {problem}
                        </p>
                      ) : null}
                    </td>
                  );
                })}
                <td className="whitespace-nowrap align-top text-fine">
                  <Button
                    look="quiet"
                    className="px-1 py-0"
                    aria-label={`Copy row ${row + 1} below`}
                    onClick={() => onChange(withCopy(grid, row))}
                  >
                    Copy
                  </Button>
                  <Button
                    look="quiet"
                    className="px-1 py-0"
                    aria-label={`Take row ${row + 1} out`}
                    disabled={grid.length === 1}
                    onClick={() => onChange(withoutRow(grid, row))}
                  >
                    Out
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {table.columns.map((column, at) =>
        column.choices ? (
          <datalist key={column.path} id={`${lists}-${at}`}>
            {column.choices.map((choice) => (
              <option key={choice} value={choice} />
            ))}
          </datalist>
        ) : null,
      )}
    </section>
  );
}
