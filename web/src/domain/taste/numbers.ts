/** The numbers behind the plans, in order: by room, the finer ones behind the price they share out. Pure. */

import type { RuleView } from "../documents";

export type Group = { head: RuleView; rest: RuleView[] };

/** Numbers whose name, room or unit holds every word that is sought. */
export function matching(rules: RuleView[], sought: string): RuleView[] {
  const wanted = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return rules.filter((rule) => {
    const text = `${rule.label} ${rule.room} ${rule.unit}`.toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
}

/** Rooms in the order they come, each with its prices; keys like "noise.dark" stand behind "noise". */
export function byRoom(rules: RuleView[]): { room: string; groups: Group[] }[] {
  const heads = new Set(rules.map((rule) => rule.key));
  const rooms = new Map<string, Map<string, Group>>();
  for (const rule of rules) {
    const stem = rule.key.split(".")[0] ?? rule.key;
    const name = heads.has(stem) ? stem : rule.key;
    const groups = rooms.get(rule.room) ?? new Map<string, Group>();
    rooms.set(rule.room, groups);
    const group = groups.get(name);
    if (group) group.rest.push(rule);
    else groups.set(name, { head: rule, rest: [] });
  }
  return [...rooms].map(([room, groups]) => ({ room, groups: [...groups.values()] }));
}
