/** Pictures of sets: where their pixels are, what stands under them, what differs between several. Pure. */

import type { NoPicture, PictureView, PictureWish } from "../documents";
import { ev, stops } from "../format";

export type Picture = PictureView | NoPicture;
export type Wish = PictureWish;
export type Seeing = { peek: boolean; graded: boolean };

const asked = (wishes: Record<string, string | false>): string => {
  const query = new URLSearchParams(
    Object.entries(wishes).filter(([, value]) => value) as [string, string][],
  );
  return query.size ? `?${query}` : "";
};

/** Where the pixels of a picture are; what is there never changes. */
export const stillAt = (picture: PictureView, { peek, graded }: Seeing): string =>
  `/api/pictures/${picture.shot}.jpg${asked({ peek: peek && "true", graded: graded && "true" })}`;

/** The same, small and graded. */
export const smallAt = (picture: PictureView): string =>
  `/api/pictures/${picture.shot}.jpg${asked({ width_px: "320", graded: "true" })}`;

/** Some seconds of it as they play. */
export const clipAt = (picture: PictureView, graded: boolean): string =>
  `/api/pictures/${picture.shot}.mp4${asked({ graded: graded && "true" })}`;

export type Line = { key: string; label: string; text: string };

/** A shutter time: 1/50 s, 0.5 s, 20 s. */
const shutter = (seconds: number): string =>
  seconds < 0.4 ? `1/${Math.round(1 / seconds)} s` : `${Number(seconds.toPrecision(2))} s`;

const px = (value: number): string => (value < 0.05 ? "none" : `${value.toFixed(value < 9.95 ? 1 : 0)} px`);

/** The figures under a picture, in the order in which they decide. */
export function linesOf(picture: PictureView): Line[] {
  const one = picture.figures;
  const lines: (Line | null)[] = [
    { key: "light", label: "In light of", text: `${ev(one.ev100)} EV` },
    {
      key: "off",
      label: "Off its aim",
      text: Math.abs(one.error_stops) < 0.05 ? "on it" : stops(one.error_stops),
    },
    { key: "shutter", label: "Shutter", text: shutter(one.shutter_s) },
    { key: "iso", label: "ISO", text: String(Math.round(one.iso)) },
    { key: "snr", label: "Signal to noise, mid", text: one.snr_mid.toFixed(one.snr_mid < 10 ? 1 : 0) },
    { key: "shadow", label: "In shadow", text: one.snr_shadow.toFixed(one.snr_shadow < 10 ? 1 : 0) },
    { key: "smear", label: "Smear by shake", text: px(one.smear_px) },
    { key: "subject", label: "Smear of the subject", text: px(one.subject_px) },
    { key: "jump", label: "Jump between frames", text: px(one.jump_px) },
    { key: "angle", label: "Sees across", text: `${Math.round(one.across_deg)}°` },
    one.ripple_share > 0.005
      ? { key: "ripple", label: "Lamp ripple left", text: `${Math.round(100 * one.ripple_share)} %` }
      : null,
    one.red_left == null
      ? null
      : { key: "red", label: "Red left", text: `${(100 * one.red_left).toPrecision(2)} %` },
    { key: "gb", label: "Takes", text: `${one.gb_per_hour.toFixed(0)} GB/h` },
    { key: "need", label: "Pixels over need", text: one.pixels_over_need.toFixed(2) },
    { key: "cost", label: "Price in all", text: `${picture.cost.toFixed(2)} stops` },
  ];
  return lines.filter((line) => line !== null);
}

/** Keys of the lines that are not the same under all of several pictures. */
export function differing(pictures: PictureView[]): string[] {
  const texts = new Map<string, Set<string>>();
  for (const picture of pictures)
    for (const { key, text } of linesOf(picture)) texts.set(key, (texts.get(key) ?? new Set()).add(text));
  const some = [...texts].filter(
    ([key, found]) => found.size > 1 || countOf(pictures, key) !== pictures.length,
  );
  return some.map(([key]) => key);
}

const countOf = (pictures: PictureView[], key: string): number =>
  pictures.filter((picture) => linesOf(picture).some((line) => line.key === key)).length;

/** Settings whose values differ between sets, as keys. */
export function settingsThatDiffer(pictures: PictureView[]): string[] {
  const [first, ...others] = pictures;
  if (!first) return [];
  return Object.keys(first.texts).filter((key) =>
    others.some((other) => other.texts[key] !== first.texts[key]),
  );
}

/** What is simplified in every picture, and what is not known of this one. */
export function notesOf(picture: PictureView): string[] {
  const unsure = picture.unsure
    ? [
        `The light is known to ± ${picture.figures.uncertainty_stops.toFixed(1)} stops: so may the picture be off.`,
      ]
    : [];
  return [...unsure, ...SIMPLIFIED];
}

export const SIMPLIFIED = [
  "The scene drawn stands for yours; its light, colours, distances in water and speeds are those you gave.",
  "Shake smears along one direction, the subject across; what a moving camera passes is not drawn passing.",
  "Noise is even between neighbours. Smoothing, sharpening and too few bits are small models; bits show at full size only.",
  "At its own pixels the scene is no finer than it was drawn; grain, smear and coding are. High dynamic range modes and the softness of lenses are not drawn.",
];
