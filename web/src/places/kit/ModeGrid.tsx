import type { Device, Mode } from "../../domain/documents";
import { lapseLines, limits, modeTable, rateNumber } from "../../domain/kit/modes";
import { Tip } from "../../ui/Tip";

/** The mode table: sizes down, rates across; a cell says only what the mode limits. */
export function ModeGrid({ device }: { device: Device }) {
  const table = modeTable(device);
  const lapses = lapseLines(device);
  return (
    <div className="relative overflow-x-auto px-4 py-2">
      <table className="w-full border-collapse text-note" aria-label={`Modes of ${device.name}`}>
        <caption className="pb-1 text-left text-soft">
          Frames per second across. A cell names the strongest stabilisation it allows, then what else it
          limits; ● is tuned for low light.
        </caption>
        <thead>
          <tr className="border-b rule">
            <th scope="col" className="py-1 text-left font-normal text-soft">
              Size
            </th>
            {table.rates.map((rate) => (
              <th key={rate} scope="col" className="px-1 text-right text-base font-semibold">
                {Number(rateNumber(rate).toFixed(2))}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row) => (
            <tr key={row.key} className="border-b border-hair/60 align-top">
              <th scope="row" className="py-1 pr-2 text-left whitespace-nowrap">
                <span className="text-base font-semibold">{row.resolution}</span>{" "}
                <span className="font-normal text-soft">{row.shape}</span>
              </th>
              {row.cells.map((mode, index) => (
                <td key={table.rates[index]} className="px-1 py-1 text-right">
                  {mode ? (
                    <Cell device={device} mode={mode} />
                  ) : (
                    <span className="text-hair" aria-hidden>
                      ·
                    </span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {lapses.length > 0 ? <p className="pt-1.5 text-small">At intervals: {lapses.join("; ")}.</p> : null}
    </div>
  );
}

function Cell({ device, mode }: { device: Device; mode: Mode }) {
  const found = limits(device, mode);
  return (
    <div className="leading-tight">
      <div className={found.steadyFull ? "text-soft" : "font-semibold"}>
        {found.tuned ? (
          <span className="text-sea" role="img" aria-label="tuned for low light">
            ●{" "}
          </span>
        ) : null}
        <Tip words={`${mode.width_px} × ${mode.height_px}; views: ${mode.views.join(", ")}`}>
          {found.steadiest}
        </Tip>
      </div>
      {found.views < found.allViews ? (
        <div className="text-soft">
          {found.views} of {found.allViews} views
        </div>
      ) : null}
      {found.readout ? <div className="text-soft">{found.readout}</div> : null}
    </div>
  );
}
