/** Changes of a scene on its day: how they show before they are answered, and what they take the place of. Pure. */

import type { Filming, SceneDay, WaterDay } from "../documents";

export type Change = Partial<Filming>;
const LEVEL = { tilt_deg: 0, height_m: 1.6 };

/** How a change shows before it is answered. */
export function shown(scene: SceneDay, change: Change): SceneDay {
  const { starts, ends, heading_deg, fixed, spot } = change;
  const aim = scene.aim ?? { heading_deg: 0, ...LEVEL };
  return {
    ...scene,
    ...(starts === undefined ? {} : { starts, ends: ends ?? null }),
    ...(heading_deg == null ? {} : { aim: { ...aim, heading_deg } }),
    ...(fixed === undefined ? {} : { fixed }),
    ...(spot === undefined ? {} : { spot }),
    ...(scene.water ? { water: wet(scene.water, change) } : {}),
  };
}

function wet(water: WaterDay, { depth_m, profile }: Change): WaterDay {
  const depths = profile?.map((one) => one.depth_m) ?? [];
  return {
    ...water,
    ...(depth_m === undefined ? {} : { depth_m }),
    ...(profile === undefined ? {} : { profile }),
    ...(depths.length > 0 ? { depth_m: Math.max(...depths), shallowest_m: Math.min(...depths) } : {}),
  };
}

/** The values that a change takes the place of. */
export function before(scene: SceneDay, change: Change): Change {
  const { aim, water } = scene;
  const values: Record<keyof Filming, unknown> = {
    starts: scene.starts,
    ends: scene.ends,
    spot: scene.spot,
    fixed: scene.fixed,
    heading_deg: aim?.heading_deg ?? null,
    tilt_deg: aim?.tilt_deg ?? LEVEL.tilt_deg,
    height_m: aim?.height_m ?? LEVEL.height_m,
    reachable: scene.reachable,
    shade_stops: scene.shade_stops ?? 0,
    ground: scene.ground ?? "plain",
    depth_m: water?.depth_m,
    shallowest_m: water?.shallowest_m,
    colour: water?.colour,
    profile: water?.profile,
  };
  // A profile brings its depths with it.
  const along: (keyof Filming)[] = change.profile ? ["depth_m", "shallowest_m"] : [];
  const names = [...(Object.keys(change) as (keyof Filming)[]), ...along];
  return Object.fromEntries(names.map((name) => [name, values[name]])) as Change;
}
