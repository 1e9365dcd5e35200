import { Redo2, Undo2 } from "lucide-react";
import { type ClipboardEvent, type KeyboardEvent, useRef } from "react";
import { flushSync } from "react-dom";
import { Link, useParams } from "react-router";
import type { Device } from "../../api/client";
import { COLUMNS, type Grid, HEADS, pasted, withCell, withCopy, withoutRow } from "../../domain/grid";
import { KEEPING } from "../../domain/keeping";
import { useModeGrid } from "../../state/grid";
import { useDevice, useWarnings } from "../../state/kit";
import { Button } from "../../ui/Button";
import { Waiting } from "../../ui/Notice";
import { Nowhere } from "../Nowhere";

/** The mode table as a grid: typed like a spreadsheet, pasted from one, kept as it is edited. */
export function ModeEditor() {
  const { deviceId = "" } = useParams();
  const device = useDevice(deviceId);
  if (device.isPending) return <Waiting what="the modes" />;
  if (device.isError) return <Nowhere />;
  return <Editor key={deviceId} deviceId={deviceId} device={device.data} />;
}

function Editor({ deviceId, device }: { deviceId: string; device: Device }) {
  const table = useModeGrid(deviceId, device);
  const warnings = useWarnings(deviceId);
  const body = useRef<HTMLTableSectionElement>(null);
  const focus = (row: number, column: number) =>
    body.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`)?.focus();
  // The row is there before the focus moves, so that what is typed next lands in it.
  const changeNow = (next: Grid) => flushSync(() => table.change(next));

  const press = (event: KeyboardEvent, row: number, column: number) => {
    const command = event.ctrlKey || event.metaKey;
    const act = {
      ArrowUp: () => focus(row - 1, column),
      ArrowDown: () => focus(row + 1, column),
      Enter: () => {
        if (command) changeNow(withCopy(table.grid, row));
        focus(row + 1, column);
      },
      Delete: command
        ? () => {
            changeNow(withoutRow(table.grid, row));
            focus(Math.max(row - 1, 0), column);
          }
        : undefined,
      z: command ? (event.shiftKey ? table.redo : table.undo) : undefined,
      Z: command ? table.redo : undefined,
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
      table.change(pasted(table.grid, row, column, text));
    }
  };

  return (
    <div className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-baseline gap-3">
        <Link to={`/kit/${deviceId}`} className="text-soft hover:underline">
          {device.name}
        </Link>
        <h1 className="text-[22px]">Modes</h1>
        <span className="text-[12.5px] text-soft">
          Arrows and Enter move; Ctrl+Enter copies a row below, Ctrl+Delete takes it out; cells from a
          spreadsheet can be pasted.
        </span>
        <span
          role="status"
          className={`ml-auto text-[12.5px] ${table.keeping === "refused" || table.keeping === "offline" ? "font-semibold text-signal" : "text-soft"}`}
        >
          {table.keeping === "refused"
            ? `Not kept: ${table.problems.size} to put right`
            : KEEPING[table.keeping]}
        </span>
        <Button look="quiet" disabled={!table.canUndo} onClick={table.undo}>
          <Undo2 size={14} aria-hidden /> Undo
        </Button>
        <Button look="quiet" disabled={!table.canRedo} onClick={table.redo}>
          <Redo2 size={14} aria-hidden /> Redo
        </Button>
      </div>
      <Told table={table.problems} warnings={warnings.data ?? []} />
      <div className="overflow-x-auto border rule bg-paper">
        <table className="w-full border-collapse text-[13px]" aria-label={`Modes of ${device.name}, to edit`}>
          <thead>
            <tr className="border-b rule">
              <th scope="col" className="px-1 py-1 text-right font-normal text-soft">
                Row
              </th>
              {COLUMNS.map((column) => (
                <th key={column} scope="col" className="px-1 py-1 text-left font-semibold">
                  {HEADS[column]}
                </th>
              ))}
              <th scope="col" className="font-normal text-soft">
                <span className="sr-only">Row acts</span>
              </th>
            </tr>
          </thead>
          <tbody ref={body}>
            {table.grid.map((cells, row) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row of a grid is its place
              <tr key={row} className="border-b border-hair/60">
                <th scope="row" className="px-1 py-0.5 text-right align-top font-normal text-soft">
                  {row + 1}
                </th>
                {COLUMNS.map((column, at) => {
                  const problem = table.problems.get(`${row} ${at}`);
                  return (
                    <td key={column} className="p-0 align-top">
                      <input
                        data-cell={`${row} ${at}`}
                        aria-label={`${HEADS[column]}, row ${row + 1}`}
                        aria-invalid={Boolean(problem)}
                        aria-describedby={problem ? `cell-${row}-${at}` : undefined}
                        autoComplete="off"
                        className={`w-full min-w-14 bg-transparent px-1 py-0.5 aria-[invalid=true]:bg-signal-wash ${WIDE[column] ?? ""}`}
                        value={cells[at] ?? ""}
                        onChange={(event) => table.change(withCell(table.grid, row, at, event.target.value))}
                        onKeyDown={(event) => press(event, row, at)}
                        onPaste={(event) => paste(event, row, at)}
                      />
                      {problem ? (
                        <p
                          id={`cell-${row}-${at}`}
                          className="px-1 pb-0.5 text-[12px] leading-tight text-signal"
                        >
                          {problem}
                        </p>
                      ) : null}
                    </td>
                  );
                })}
                <td className="whitespace-nowrap align-top text-[12px]">
                  <Button
                    look="quiet"
                    className="px-1 py-0"
                    aria-label={`Copy row ${row + 1} below`}
                    onClick={() => table.change(withCopy(table.grid, row))}
                  >
                    Copy
                  </Button>
                  <Button
                    look="quiet"
                    className="px-1 py-0"
                    aria-label={`Take row ${row + 1} out`}
                    disabled={table.grid.length === 1}
                    onClick={() => table.change(withoutRow(table.grid, row))}
                  >
                    Out
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

const WIDE: Partial<Record<(typeof COLUMNS)[number], string>> = {
  views: "min-w-80",
  stabilisation: "min-w-64",
  bit_rates: "min-w-52",
};

type Told = { path: (string | number)[]; message: string };

/** What belongs to no single cell, and what looks like a slip. */
function Told({ table, warnings }: { table: Map<string, string>; warnings: Told[] }) {
  const whole = table.get("table");
  return (
    <>
      {whole ? (
        <p role="alert" className="mb-2 border-l-4 border-signal bg-signal-wash px-3 py-1 text-signal">
          {whole}
        </p>
      ) : null}
      {warnings.length > 0 ? (
        <ul aria-label="Looks like a slip" className="mb-2 border-l-4 rule bg-paper px-3 py-1 text-[13px]">
          {warnings.slice(0, 6).map((one) => (
            <li key={`${one.path.join(".")} ${one.message}`}>
              Looks like a slip{typeof one.path[1] === "number" ? ` in row ${one.path[1] + 1}` : ""}:{" "}
              {one.message}.
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}
