import { type BagItem, describe } from "../../domain/bag";
import { useBag } from "../../state/kit";

const KINDS: { kind: BagItem["kind"]; name: string }[] = [
  { kind: "nd", name: "ND filters" },
  { kind: "colour", name: "Colour filters" },
  { kind: "housing", name: "Housings" },
  { kind: "lamp", name: "Lamps" },
  { kind: "support", name: "Mounts and supports" },
  { kind: "cell", name: "Batteries" },
  { kind: "card", name: "Cards" },
  { kind: "power-bank", name: "Power banks" },
  { kind: "microphone", name: "Microphones" },
];

/** Everything besides cameras, by kind, with what each does and what a test found. */
export function Bag() {
  const bag = useBag();
  if (!bag.data || bag.data.length === 0) return null;
  return (
    <section aria-label="The bag" className="border rule bg-paper">
      <h2 className="border-b rule px-4 py-2 text-[18px]">The bag</h2>
      <div className="grid gap-x-8 gap-y-3 px-4 py-3 md:grid-cols-2 xl:grid-cols-3">
        {KINDS.map(({ kind, name }) => {
          const items = bag.data.filter((item) => item.kind === kind);
          if (items.length === 0) return null;
          return (
            <section key={kind} aria-label={name}>
              <h3 className="border-b rule text-[13px] text-soft">{name}</h3>
              <ul>
                {items.map((item) => (
                  <li
                    key={item.key}
                    className="flex items-baseline justify-between gap-3 border-b border-hair/50"
                  >
                    <span>
                      {item.label}
                      {"flaw" in item && item.flaw ? (
                        <span className="block text-[12.5px] text-signal">{item.flaw}</span>
                      ) : null}
                    </span>
                    <span className="text-right text-[12.5px] text-soft">{describe(item)}</span>
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </div>
    </section>
  );
}
