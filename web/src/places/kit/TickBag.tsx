import { useState } from "react";
import type { DeviceView } from "../../domain/documents";
import type { BagItem } from "../../domain/kit/bag";
import { useBag } from "../../state/kit/kit";
import { useOrdinary, usePutSeveral } from "../../state/kit/specification";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Select } from "../../ui/Select";
import { Sheet } from "../../ui/Sheet";

/** A bag in one screen: tick what you own, say how many; details later. */
export function TickBag({ devices }: { devices: DeviceView[] }) {
  const [open, setOpen] = useState(false);
  const [camera, setCamera] = useState(devices[0]?.id ?? "");
  const [ticked, setTicked] = useState<Record<string, number>>({});
  const ordinary = useOrdinary(open ? camera : "");
  const bag = useBag();
  const put = usePutSeveral();
  const there = new Set((bag.data ?? []).map((item) => item.key));
  const chosen = (ordinary.data ?? []).filter((item) => ticked[item.key] && !there.has(item.key));
  const counted = chosen.map((item) => ("count" in item ? { ...item, count: ticked[item.key] ?? 1 } : item));
  const flip = (item: BagItem) =>
    setTicked((before) => ({
      ...before,
      [item.key]: before[item.key] ? 0 : "count" in item ? item.count : 1,
    }));
  if (devices.length === 0) return null;
  return (
    <>
      <Button className="font-semibold" onClick={() => setOpen(true)}>
        Tick what you own
      </Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="Tick what you own"
        about="Usual things, with usual figures. What is in the bag already is left as it is; details can be said later."
      >
        <div className="mb-2 flex items-center gap-2">
          <span className="text-soft">For</span>
          <Select
            aria-label="Camera"
            value={camera}
            choices={devices.map((one) => ({ value: one.id, text: one.name }))}
            onChoose={setCamera}
          />
        </div>
        <ul className="grid gap-x-4 sm:grid-cols-2">
          {(ordinary.data ?? []).map((item) => (
            <li
              key={item.key}
              className="flex min-h-9 items-center justify-between gap-2 border-b border-hair/50"
            >
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4"
                  disabled={there.has(item.key)}
                  checked={there.has(item.key) || Boolean(ticked[item.key])}
                  onChange={() => flip(item)}
                />
                {item.label}
              </label>
              {"count" in item && ticked[item.key] && !there.has(item.key) ? (
                <input
                  type="number"
                  min={1}
                  max={50}
                  aria-label={`How many: ${item.label}`}
                  className="w-14 rounded-sm border rule bg-paper px-1 text-right"
                  value={ticked[item.key]}
                  onChange={(event) =>
                    setTicked({
                      ...ticked,
                      [item.key]: Math.max(1, Math.min(50, Number(event.target.value) || 1)),
                    })
                  }
                />
              ) : null}
            </li>
          ))}
        </ul>
        {put.isError ? <Notice>{put.error.message}</Notice> : null}
        <Button
          look="strong"
          className="mt-3"
          disabled={chosen.length === 0 || put.isPending}
          onClick={() => put.mutate(counted, { onSuccess: () => setOpen(false) })}
        >
          Put {chosen.length === 1 ? "1 thing" : `${chosen.length} things`} into the bag
        </Button>
      </Sheet>
    </>
  );
}
