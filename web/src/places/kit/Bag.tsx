import { useState } from "react";
import type { DeviceView } from "../../domain/documents";
import { type BagItem, concern, describe } from "../../domain/kit/bag";
import { useBag } from "../../state/kit/kit";
import { Button } from "../../ui/Button";
import { ItemSheet } from "./ItemSheet";
import { Purchases } from "./Purchases";
import { ShareLink } from "./ShareLink";
import { StockPart } from "./StockPart";
import { TickBag } from "./TickBag";

const KINDS: { kind: BagItem["kind"]; name: string }[] = [
  { kind: "nd", name: "ND filters" },
  { kind: "colour", name: "Colour filters" },
  { kind: "housing", name: "Housings" },
  { kind: "lamp", name: "Lamps" },
  { kind: "support", name: "Mounts and supports" },
  { kind: "cell", name: "Batteries" },
  { kind: "card", name: "Cards" },
  { kind: "power-bank", name: "Power banks" },
  { kind: "charger", name: "Chargers" },
  { kind: "microphone", name: "Microphones" },
];

type Open = { kind: BagItem["kind"]; name: string; item: BagItem | null };

/** Everything besides cameras, by kind, with what each does and what a test found. */
export function Bag({ devices }: { devices: DeviceView[] }) {
  const bag = useBag();
  const today = new Date().toISOString().slice(0, 10);
  const [open, setOpen] = useState<Open | null>(null);
  if (!bag.data) return null;
  return (
    <section aria-label="The bag" className="border rule bg-paper">
      <div className="flex items-baseline justify-between gap-3 border-b rule px-4 py-2">
        <h2 className="text-head">The bag</h2>
        <span className="flex items-baseline gap-2">
          {bag.data.length > 0 ? (
            <ShareLink what="the bag" wish={{ device_id: null }} className="text-soft" />
          ) : null}
          <TickBag devices={devices} />
        </span>
      </div>
      <div className="grid gap-x-8 gap-y-3 px-4 py-3 md:grid-cols-2 xl:grid-cols-3">
        {KINDS.map(({ kind, name }) => {
          const items = bag.data.filter((item) => item.kind === kind);
          return (
            <section key={kind} aria-label={name}>
              <div className="flex items-baseline justify-between border-b rule">
                <h3 className="text-small text-soft">{name}</h3>
                <Button
                  look="quiet"
                  className="px-1.5 py-0 text-note text-soft"
                  aria-label={`Add to ${name}`}
                  onClick={() => setOpen({ kind, name, item: null })}
                >
                  Add
                </Button>
              </div>
              <ul>
                {items.map((item) => (
                  <li
                    key={item.key}
                    className="flex items-baseline justify-between gap-3 border-b border-hair/50"
                  >
                    <span>
                      <button
                        type="button"
                        className="text-left hover:underline"
                        onClick={() => setOpen({ kind, name, item })}
                      >
                        {item.label}
                      </button>
                      {"flaw" in item && item.flaw ? (
                        <span className="block text-note text-signal">{item.flaw}</span>
                      ) : null}
                      {concern(item, today) ? (
                        <span className="block text-note text-signal">{concern(item, today)}</span>
                      ) : null}
                      {item.come_by && item.come_by !== "owned" ? (
                        <span className="block text-note text-signal">{item.come_by.replace("-", " ")}</span>
                      ) : null}
                      {item.note ? <span className="block text-note text-soft">{item.note}</span> : null}
                    </span>
                    <span className="text-right text-note text-soft">{describe(item)}</span>
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      <StockPart />
      <Purchases />
      {open ? <ItemSheet {...open} devices={devices} onClose={() => setOpen(null)} /> : null}
    </section>
  );
}
