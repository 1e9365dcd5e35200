/** Clips as they are shown: sizes, groups by scene, measures as curves over a clip's own time. Pure. */

import type {
  ClipsTold,
  ClipView,
  Footage,
  MomentRead,
  MovedRead,
  Reading,
  SceneSummary,
} from "../documents";
import { timeShown } from "../habits";

const KILO = 1000;
const UNITS = ["bytes", "kB", "MB", "GB", "TB"];

/** A number of bytes as people say it: 812 kB, 4.1 GB. */
export function size(bytes: number): string {
  let at = 0;
  let left = bytes;
  while (left >= KILO && at < UNITS.length - 1) {
    left /= KILO;
    at += 1;
  }
  return `${at === 0 || left >= 100 ? Math.round(left) : Number(left.toPrecision(2))} ${UNITS[at]}`;
}

/** A length of time: 8.4 s, 2:05 min. */
export function length(seconds: number): string {
  if (seconds < 60) return `${seconds.toFixed(1)} s`;
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")} min`;
}

/** A moment within a clip: 0:03.2. */
export function moment(seconds: number): string {
  const minutes = Math.floor(seconds / 60);
  return `${minutes}:${(seconds - 60 * minutes).toFixed(1).padStart(4, "0")}`;
}

/** When a clip was filmed, by the clocks of a zone; by those of this device where none is told. */
export function filmedAt(iso: string | null, zone: string): string {
  if (!iso) return "";
  const told = new Date(iso).toLocaleTimeString("en-GB", {
    hour: "2-digit",
    minute: "2-digit",
    timeZone: zone || undefined,
  });
  const [hours = 0, minutes = 0] = told.split(":").map(Number);
  return timeShown(60 * hours + minutes);
}

export type SceneGroup = { kind: "read" | "scene" | "loose"; scene: SceneSummary | null; clips: ClipView[] };

/** Clips under their scenes, in the order of the shoot; first those whose scene is still being found, last those of none. */
export function byScene(scenes: SceneSummary[], clips: ClipView[]): SceneGroup[] {
  const groups: SceneGroup[] = scenes.map((scene) => ({
    kind: "scene",
    scene,
    clips: clips.filter((clip) => clip.scene_id === scene.id),
  }));
  const known = new Set(scenes.map((scene) => scene.id));
  const rest = clips.filter((clip) => !clip.scene_id || !known.has(clip.scene_id));
  return [
    { kind: "read", scene: null, clips: rest.filter((clip) => atWork([clip])) },
    ...groups,
    { kind: "loose", scene: null, clips: rest.filter((clip) => !atWork([clip])) },
  ];
}

/** What became of the clips of a shoot, in a sentence. */
export function toldOf({ clips, held, off, waiting }: ClipsTold): string {
  const still = waiting > 0 ? `${waiting} ${waiting === 1 ? "is" : "are"} still being read.` : "";
  const verdicts = () => {
    if (clips === 0) return "";
    if (held === 0) return waiting > 0 ? "" : `${clips} ${clips === 1 ? "clip" : "clips"}.`;
    if (off === 0) return held === 1 ? "One clip is as planned." : `All ${held} are as planned.`;
    return `${off} of ${held} ${off === 1 ? "is" : "are"} not as planned.`;
  };
  return [verdicts(), still].filter(Boolean).join(" ");
}

/** Parts of a shoot's footage as one, each clip once. None where none is there. */
export function joined([first, ...more]: Footage[]): Footage | undefined {
  if (!first) return undefined;
  const parts = [first, ...more];
  const once = (of: (part: Footage) => ClipView[]) => [
    ...new Map(parts.flatMap(of).map((clip) => [clip.id, clip])).values(),
  ];
  return { ...first, clips: once((part) => part.clips), loose: once((part) => part.loose) };
}

/** Two clips that are likeliest to be laid side by side: the first two of one camera's scene, else the first two. */
export function likeliestPair(clips: ClipView[]): [ClipView?, ClipView?] {
  for (const clip of clips) {
    const other = clips.find((one) => one !== clip && clip.setup_id && one.setup_id === clip.setup_id);
    if (other) return [clip, other];
  }
  return [clips[0], clips[1]];
}

/** Whether anything of some clips is still being worked on. */
export const atWork = (clips: ClipView[]): boolean =>
  clips.some((clip) => clip.state === "waiting" || clip.state === "first" || clip.state === "read");

/** Clips at which the service failed: they may be tried again. */
export const failures = (clips: ClipView[]): ClipView[] =>
  clips.filter((clip) => clip.state === "failed" || clip.state === "unheld");

/** How sure it is of what a clip is, in words; empty where nobody needs to look. */
export function doubt(clip: ClipView): string {
  if (clip.assigned !== "guess") return "";
  if (clip.doubt > 0.5) return "a guess: look";
  return clip.doubt > 0.15 ? "likely" : "";
}

export type Verdict = { text: string; tone: "plain" | "signal" };

/** What a clip is against its plan, in a line. */
export function verdict(clip: ClipView): Verdict {
  if (clip.state === "refused" || clip.state === "double") return { text: clip.problem, tone: "signal" };
  if (clip.state === "waiting") return { text: "waits to be read", tone: "plain" };
  if (clip.state === "first") return { text: "first answer; read on", tone: "plain" };
  if (clip.state === "read") return { text: "read; is being held against its set", tone: "plain" };
  if (clip.state === "failed")
    return { text: "could not be read: something went wrong here", tone: "signal" };
  if (clip.state === "unheld") return { text: "could not be held against its set", tone: "signal" };
  if (clip.words) return { text: clip.words, tone: clip.as_planned ? "plain" : "signal" };
  return { text: clip.setup_id ? "read" : "belongs to no scene yet", tone: "plain" };
}

// Curves over a clip's own time.

export type CurvePoint = { second: number; value: number };
export type Curve = {
  key: string;
  label: string;
  unit: string;
  points: CurvePoint[];
  low: number;
  high: number;
  /** Moments to mark [s]. */
  jumps: number[];
};

const points = <Of extends { second: number }>(
  of: Of[],
  value: (one: Of) => number | null | undefined,
): CurvePoint[] =>
  of.flatMap((one) => {
    const found = value(one);
    return found == null ? [] : [{ second: one.second, value: found }];
  });

/** A curve from nothing, or from the least where that lies below, to the most there is or is worth a scale. */
function curve(key: string, label: string, unit: string, found: CurvePoint[], least: number): Curve | null {
  if (found.length < 2) return null;
  const values = found.map((one) => one.value);
  const high = Math.max(...values, least);
  const low = Math.min(0, ...values) < 0 ? -Math.max(high, -Math.min(...values)) : 0;
  return { key, label, unit, points: found, low, high, jumps: [] };
}

const percent = (share: number) => 100 * share;
const warmth = (one: MomentRead) => (one.rgb ? percent((one.rgb[0] ?? 0) - (one.rgb[2] ?? 0)) : null);

/** What a reading tells over time, as far as it tells it. */
export function curves(reading: Reading): Curve[] {
  const { over_time, moves } = reading;
  const all = [
    curve(
      "level",
      "Brightness of the middle",
      "%",
      points(over_time, (one) => percent(one.level)),
      100,
    ),
    curve(
      "smear",
      "Smear",
      "px",
      points(over_time, (one) => one.smear_px),
      4,
    ),
    curve(
      "shaken",
      "Shake from frame to frame",
      "px",
      points(moves as MovedRead[], (one) => one.shaken_px),
      2,
    ),
    curve("warmth", "Red over blue", "%", points(over_time, warmth), 10),
    curve(
      "clipped",
      "Blown out",
      "%",
      points(over_time, (one) => percent(one.clipped)),
      2,
    ),
  ];
  const found = all.filter((one): one is Curve => one !== null);
  return found.map((one) => (one.key === "level" ? { ...one, jumps: reading.jumps } : one));
}

/** The way of a curve as an SVG path in a box of this size. seconds: how long the clip is. */
export function path(of: Curve, seconds: number, width: number, height: number): string {
  const x = (second: number) => (width * second) / Math.max(seconds, 1e-6);
  const y = (value: number) => height - (height * (value - of.low)) / (of.high - of.low || 1);
  return of.points
    .map((one, at) => `${at === 0 ? "M" : "L"}${x(one.second).toFixed(1)} ${y(one.value).toFixed(1)}`)
    .join("");
}

/** The folders on the way to one, the account's own first. */
export function within(at: string): { name: string; path: string }[] {
  const parts = at ? at.split("/") : [];
  return [
    { name: "Your footage", path: "" },
    ...parts.map((name, number) => ({ name, path: parts.slice(0, number + 1).join("/") })),
  ];
}
