/** A device's modes as a table people can read: sizes down, rates across. Pure. */

import type { Device, Mode } from "../documents";
import { words } from "../format";

export type ModeRow = { key: string; resolution: string; shape: string; cells: (Mode | null)[] };
export type ModeTable = { rates: string[]; rows: ModeRow[] };

/** A rate as a number, from "25" or "24000/1001". */
export function rateNumber(rate: string | number): number {
  const [above = "0", below = "1"] = String(rate).split("/");
  return Number(above) / Number(below);
}

/** Rates across, sizes down with the largest first; modes at intervals stand by themselves. */
export function modeTable(device: Device): ModeTable {
  const modes = device.modes.filter((mode) => mode.kind !== "lapse");
  const rates = [...new Set(modes.map((mode) => String(mode.rate)))].sort(
    (one, other) => rateNumber(one) - rateNumber(other),
  );
  const byKey = new Map<string, ModeRow>();
  for (const mode of modes) {
    const key = `${mode.resolution} ${mode.frame_shape}`;
    const row = byKey.get(key) ?? {
      key,
      resolution: mode.resolution,
      shape: mode.frame_shape,
      cells: rates.map(() => null),
    };
    row.cells[rates.indexOf(String(mode.rate))] = mode;
    byKey.set(key, row);
  }
  const pixels = (row: ModeRow) => {
    const mode = row.cells.find((cell) => cell !== null);
    return mode ? mode.width_px * mode.height_px : 0;
  };
  return { rates, rows: [...byKey.values()].sort((one, other) => pixels(other) - pixels(one)) };
}

export type Limits = {
  /** Label of the strongest stabilisation, and whether it is the device's strongest. */
  steadiest: string;
  steadyFull: boolean;
  views: number;
  allViews: number;
  readout: string | null;
  tuned: boolean;
};

/** What a mode limits, in the fewest words. */
export function limits(device: Device, mode: Mode): Limits {
  const allowed = device.stabilisation.filter((level) => mode.stabilisation.includes(level.key));
  const steadiest = allowed.reduce((best, level) => (level.removes > best.removes ? level : best));
  const strongest = Math.max(...device.stabilisation.map((level) => level.removes));
  const share = mode.photosite_share ?? 1;
  return {
    steadiest: steadiest.label,
    steadyFull: steadiest.removes >= strongest,
    views: mode.views.length,
    allViews: device.views.length,
    readout: share < 1 ? `${Math.round(share * 100)} % read` : null,
    tuned: mode.low_light_tuned ?? false,
  };
}

/** A lens's aperture: "f/2.8", or "f/2.8 to 11" where it can be set. */
export function apertureText(lens: Device["lenses"][number]): string {
  const [first, last] = [lens.f_numbers?.[0], lens.f_numbers?.at(-1)];
  return first === undefined || first === last ? `f/${lens.f_number}` : `f/${first} to ${last}`;
}

/** What cannot be set here, only locked or left alone, in a line each. */
export function limitsOf(device: Device): string[] {
  const locked: string[] = [];
  const alone = (device.left_alone ?? []).map(words);
  const lockable = "exposure_lock" in device.choices;
  if (device.shutters.length === 0) (lockable ? locked : alone).push("shutter");
  if (!(device.iso.settable ?? true)) (lockable ? locked : alone).push("ISO");
  if ((device.white_balance.kelvins ?? []).length === 0) {
    (device.white_balance.lock ? locked : alone).push("white balance");
  }
  return [
    locked.length ? `Can be locked but not set: ${locked.join(", ")}` : "",
    alone.length ? `Only left alone: ${alone.join(", ")}` : "",
  ].filter(Boolean);
}

/** Modes at intervals, a line a size: "5.2K 4:3 every 5, 10, 20 s, single frames of 14 MB". */
export function lapseLines(device: Device): string[] {
  const byKey = new Map<string, Mode[]>();
  for (const mode of device.modes.filter(({ kind }) => kind === "lapse")) {
    const key = `${mode.resolution} ${mode.frame_shape}`;
    byKey.set(key, [...(byKey.get(key) ?? []), mode]);
  }
  return [...byKey].map(([key, modes]) => {
    const every = modes.map((mode) => 1 / rateNumber(mode.rate)).sort((one, other) => one - other);
    const still = modes[0]?.still_mb;
    const kept = still ? `single frames of ${still} MB` : "as video";
    return `${key} every ${every.map((one) => Number(one.toFixed(2))).join(", ")} s, ${kept}`;
  });
}
