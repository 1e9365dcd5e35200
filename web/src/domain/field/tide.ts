/** A scene's light against its marks, drawn small: time across, light in stops upward. Pure. */

import type { PackScene } from "../documents";

export type SceneDrawing = {
  light: string;
  bands: { y: number; height: number; label: string; low: number; high: number }[];
  now: number | null;
  scene: { x: number; width: number } | null;
  ticks: { x: number; iso: string }[];
  low: number;
  high: number;
};

/** The drawing over width × height; null where there is no curve. Light and marks fill the height with a stop to spare. */
export function drawnScene(
  scene: PackScene,
  now: number,
  width: number,
  height: number,
): SceneDrawing | null {
  if (!scene.curve_from || scene.curve.length < 2) return null;
  const from = Date.parse(scene.curve_from);
  const length = (scene.curve.length - 1) * scene.curve_step_minutes * 60_000;
  const cameras = scene.cameras.filter((one) => one.low_ev100 != null && one.high_ev100 != null);
  const levels = [...scene.curve, ...cameras.flatMap((one) => [one.low_ev100 ?? 0, one.high_ev100 ?? 0])];
  const low = Math.min(...levels) - 1;
  const high = Math.max(...levels) + 1;
  const x = (time: number) => ((time - from) / length) * width;
  const y = (ev100: number) => height - ((ev100 - low) / (high - low)) * height;
  const points = scene.curve.map((ev100, index) => {
    const across = (index / (scene.curve.length - 1)) * width;
    return `${across.toFixed(1)},${y(ev100).toFixed(1)}`;
  });
  const ends =
    scene.starts_at && scene.ends_at ? [Date.parse(scene.starts_at), Date.parse(scene.ends_at)] : null;
  const here = x(now);
  return {
    light: `M0,${height}L${points.join("L")}L${width},${height}Z`,
    bands: cameras.map((one) => ({
      y: y(one.high_ev100 ?? 0),
      height: y(one.low_ev100 ?? 0) - y(one.high_ev100 ?? 0),
      label: one.device_name,
      low: one.low_ev100 ?? 0,
      high: one.high_ev100 ?? 0,
    })),
    now: here >= 0 && here <= width ? here : null,
    scene: ends ? { x: x(ends[0] ?? 0), width: x(ends[1] ?? 0) - x(ends[0] ?? 0) } : null,
    ticks: [scene.starts_at, scene.ends_at].flatMap((iso) => (iso ? [{ x: x(Date.parse(iso)), iso }] : [])),
    low,
    high,
  };
}
