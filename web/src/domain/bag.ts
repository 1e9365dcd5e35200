/** Items of the bag in the fewest words. Pure. */

import type { paths } from "../api/client";

export type BagItem = paths["/api/kit/bag"]["get"]["responses"]["200"]["content"]["application/json"][number];

const times = (count: number | undefined, text: string) => `${count ?? 1} × ${text}`;

/** What an item does, with its unit. */
export function describe(item: BagItem): string {
  switch (item.kind) {
    case "nd":
      if (item.most_stops) return `${item.stops} to ${item.most_stops} stops`;
      return item.tested_stops ? `${item.tested_stops} stops, tested` : `${item.stops} stops`;
    case "colour":
      return `about ${item.stops} stops`;
    case "housing":
      return `to ${item.depth_rating_m} m, ${item.port} port`;
    case "lamp": {
      const light = item.lux_at_1_m ? `${item.lux_at_1_m} lx at 1 m` : `${item.lumens} lm`;
      return `${light}, ${item.kelvins.join(" to ")} K, ${item.power}`;
    }
    case "support":
      return item.carried;
    case "cell": {
      const age = (item.health ?? 1) < 1 ? `, ${Math.round((item.health ?? 1) * 100)} % left` : "";
      return `${times(item.count, `${item.capacity_wh} Wh`)}${age}`;
    }
    case "card":
      return times(item.count, `${item.capacity_gb} GB, ${item.sustained_mb_s} MB/s`);
    case "power-bank":
      return `${item.capacity_wh} Wh`;
    case "microphone":
      return item.powered ? "powered" : "unpowered";
  }
}
