import { useState } from "react";
import type { Compatibility, Plan } from "../../domain/documents";
import { words } from "../../domain/format";
import { told, toldEach } from "../../domain/wording";
import { useSceneBag } from "../../state/kit/kit";
import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";

const USES: { use: Compatibility["use"]; title: string }[] = [
  { use: "usable", title: "Can be used here" },
  { use: "idle", title: "No use for it here" },
  { use: "unfit", title: "Not here" },
];

/** What the set takes from the bag, and what else in it could be used here or not, with the reason. */
export function SceneBag({ plan, setupId }: { plan: Plan; setupId: string }) {
  const [open, setOpen] = useState(false);
  const bag = useSceneBag(open ? setupId : null);
  return (
    <section aria-label="From the bag" className="mt-2">
      <h3 className="flex items-baseline justify-between border-b rule text-small text-soft">
        From the bag
        <Button look="quiet" className="px-1.5 py-0 text-note text-soft" onClick={() => setOpen(true)}>
          All of it, for this scene
        </Button>
      </h3>
      <p>{plan.bring.length > 0 ? `${toldEach(plan.bring).join(", ")}.` : "Nothing is needed."}</p>
      {open ? (
        <Sheet
          open
          onOpenChange={setOpen}
          title="The bag for this scene"
          about={`What can go with ${plan.device_name} here. Plans never take what is listed last.`}
        >
          {bag.data ? null : <p role="status">Looking through the bag …</p>}
          {bag.data?.length === 0 ? <p>The bag is empty. Fill it in Kit.</p> : null}
          {USES.map(({ use, title }) => {
            const found = (bag.data ?? []).filter((one) => one.use === use);
            if (found.length === 0) return null;
            return (
              <section key={use} aria-label={title} className="mb-3">
                <h3 className="border-b rule text-small text-soft">{title}</h3>
                <ul>
                  {found.map((one) => (
                    <li
                      key={one.key}
                      className="flex items-baseline justify-between gap-4 border-b border-hair/50"
                    >
                      <span>{one.label}</span>
                      <span className="text-right text-note text-soft">
                        {one.reason === "fine" ? words(one.kind) : told(one.told)}
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
        </Sheet>
      ) : null}
    </section>
  );
}
