/** What a take is noted with: its set as planned or as it was dialled, and the light it was filmed in. Pure. */

import type { LightNoted, Pack, PackCamera, PackLine, PackScene, SetValue } from "../documents";
import type { Entry } from "./entries";
import { lightAt } from "./light";
import type { FieldState } from "./merging";

const READING_HOLDS_MINUTES = 20;

/** What is on the camera for a line, as far as that is known: read back here, or known before. */
export function onCamera(
  line: PackLine,
  setup: string,
  state: FieldState,
): { value: string; text: string } | null {
  const here = state.readBack[`${setup} ${line.setting}`];
  if (here) return { value: here, text: here === String(line.value) ? line.text : here };
  if (line.now_value != null) return { value: line.now_value, text: line.now ?? line.now_value };
  return null;
}

/** Whether a line is ticked: what was said last of it here, else as it was when it was taken along. */
export function readBack(line: PackLine, setup: string, state: FieldState): boolean {
  const here = state.readBack[`${setup} ${line.setting}`];
  return here === undefined ? line.read_back : here === String(line.value);
}

/** A set as it is noted with a take. */
export function setNoted(camera: PackCamera, which: "planned" | "dialled", state: FieldState): SetValue[] {
  return camera.lines.map((line) => {
    const planned = { setting: line.setting, value: line.value, text: line.text };
    if (which === "planned") return planned;
    const on = onCamera(line, camera.setup_id, state);
    return on ? { setting: line.setting, value: on.value, text: on.text } : planned;
  });
}

/** The light of a take: a reading on its scene of the last minutes, else the model's, else as planned. */
export function lightOf(
  scene: PackScene,
  entries: Entry[],
  now: number,
): { ev100: number; light_from: "measured" | "modelled" | "planned" } {
  const readings = entries.filter(
    (one): one is LightNoted => one.kind === "light" && one.scene === scene.id && Date.parse(one.at) <= now,
  );
  const last = readings.sort((a, b) => Date.parse(b.at) - Date.parse(a.at))[0];
  if (last && now - Date.parse(last.at) < READING_HOLDS_MINUTES * 60_000)
    return { ev100: last.ev100, light_from: "measured" };
  const modelled = lightAt(scene, now);
  return modelled === null
    ? { ev100: scene.ev100, light_from: "planned" }
    : { ev100: Math.round(modelled * 100) / 100, light_from: "modelled" };
}

/** Whether something of the lists is done: what was said last of it here, else as it was taken along. */
export const isDone = (key: string, before: boolean, state: FieldState): boolean =>
  state.ticked[key] ?? before;
export const shotDone = (id: string, before: boolean, state: FieldState): boolean =>
  state.shots[id] ?? before;

/** What is for one scene of the lists: what names it, and what names none. */
export const ofScene = <One extends { scenes: string[] }>(lists: One[], scene: PackScene): One[] =>
  lists.filter((one) => one.scenes.length === 0 || one.scenes.includes(scene.name));

/** A pack with the entries that are known here and those that came with it, each once; a pack's own where they are anew. */
export function withKnown(known: Pick<Pack, "entries"> | undefined, pack: Pack): Pack {
  if (pack.entries_anew || !known) return pack;
  const came = new Set(pack.entries.map((one) => one.id));
  return { ...pack, entries: [...known.entries.filter((one) => !came.has(one.id)), ...pack.entries] };
}

/** Words of the pictures of a pack, each once. */
export function picturesOf(pack: Pack): string[] {
  const found = pack.scenes.flatMap((scene) =>
    scene.cameras.flatMap((camera) => [camera.picture, ...camera.fallbacks.map((one) => one.picture)]),
  );
  return [...new Set(found.filter((word): word is string => Boolean(word)))];
}

/** Bytes as people read them. */
export function bytesWords(bytes: number): string {
  if (bytes < 1_000_000) return `${Math.max(Math.round(bytes / 1000), 1)} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(0)} GB`;
}
