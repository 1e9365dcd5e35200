/** Towns and points in words. Pure. */

import type { Town } from "../documents";

const MINUS = "−";

/** A point as it is read: 58.30° N 6.60° E. */
export function pointWords(latitude: number, longitude: number): string {
  const side = (value: number, plus: string, minus: string) =>
    `${Math.abs(value).toFixed(2)}° ${value < 0 ? minus : plus}`;
  return `${side(latitude, "N", "S")} ${side(longitude, "E", "W")}`.replace("-", MINUS);
}

/** What a town is called where several may be: "Bergen, Norway"; a point by where it lies. */
export function townWords({ name, country, latitude_deg, longitude_deg }: Town): string {
  return name ? `${name}, ${country}` : pointWords(latitude_deg, longitude_deg);
}
