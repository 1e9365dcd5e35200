/** What every kind of scene starts from. Pure. */

import { habits } from "../habits";

/** What a scenario starts from: sensible conditions filled in. */
export const SCENARIO_START: Record<string, Record<string, unknown>> = {
  underwater: {
    scenario: "underwater",
    light: { kind: "condition", condition: "water-green-shallow" },
    falls_stops: 1.5,
    rises_stops: 1,
    carried: "tray",
    subject_distance_m: 1,
    subject_speed_m_s: 0.3,
    sound_used: false,
    water: { depth_m: 6, colour: "green", port: "flat" },
    delivery: { slowed: 2 },
  },
  "low-light": {
    scenario: "low-light",
    light: { kind: "condition", condition: "lit-street" },
    falls_stops: 1,
    rises_stops: 1,
    carried: "walking",
  },
  motion: {
    scenario: "motion",
    light: { kind: "condition", condition: "sun" },
    falls_stops: 2,
    carried: "riding",
    subject_speed_m_s: 4,
    subject_distance_m: 5,
    windy: true,
  },
  product: {
    scenario: "product",
    light: { kind: "lux", lux: 1500, kelvin: 5600, lamps: true },
    falls_stops: 0,
    rises_stops: 0,
    carried: "tripod",
    subject_speed_m_s: 0,
    subject_distance_m: 0.4,
    sound_used: false,
  },
  talking: {
    scenario: "talking",
    light: { kind: "condition", condition: "bright-cloud" },
    carried: "walking",
    subject_distance_m: 0.8,
    subject_speed_m_s: 0.2,
  },
  everyday: {
    scenario: "everyday",
    light: { kind: "condition", condition: "bright-cloud" },
    falls_stops: 1.5,
    carried: "standing",
    subject_distance_m: 4,
    subject_speed_m_s: 1,
  },
  scenic: {
    scenario: "scenic",
    light: { kind: "condition", condition: "sun" },
    falls_stops: 1,
    carried: "tripod",
    subject_distance_m: 60,
    subject_speed_m_s: 0.5,
    sound_used: false,
  },
  drone: {
    scenario: "drone",
    light: { kind: "condition", condition: "sun" },
    falls_stops: 1.5,
    carried: "gimbal",
    subject_speed_m_s: 3,
    subject_distance_m: 15,
    minutes: 18,
    sound_used: false,
  },
  lapse: {
    scenario: "lapse",
    light: { kind: "condition", condition: "half-moon" },
    falls_stops: 2,
    rises_stops: 1,
    carried: "tripod",
    subject_speed_m_s: 0,
    subject_distance_m: 100,
    sound_used: false,
    lapse: { interval_s: 20, hours: 6, stars: true, external_power: true },
  },
};

/** What a scene starts with, with mains and timeline as they are where one films. */
export function atHome(start: Record<string, unknown>): Record<string, unknown> {
  const { mains_hz } = habits();
  if (mains_hz === 50) return start;
  return { ...start, mains_hz, delivery: { timeline_rate: "30", ...(start.delivery as object | undefined) } };
}
