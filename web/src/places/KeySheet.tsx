import { useState } from "react";
import { ACTS, type Act, chooseKey, keysInForce } from "../domain/keys";
import { Sheet } from "../ui/Sheet";

/** The single keys, each changeable: press the key shown, then the one wanted. */
export function KeySheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [keys, setKeys] = useState(keysInForce);
  const [waiting, setWaiting] = useState<Act | null>(null);
  const [problem, setProblem] = useState("");

  const take = (act: Act, key: string) => {
    setWaiting(null);
    if (key.length !== 1 || key === " ") return;
    const taken = chooseKey(act, key);
    setProblem(taken ? `${key} is taken: ${ACTS[taken].words.toLowerCase()}` : "");
    setKeys(keysInForce());
  };

  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Keys"
      about="Choose a key, then press the one you want instead."
    >
      <dl className="grid grid-cols-[1fr_auto] items-center gap-y-1.5">
        {(Object.keys(ACTS) as Act[]).map((act) => (
          <div key={act} className="contents">
            <dt>{ACTS[act].words}</dt>
            <dd>
              <button
                type="button"
                className="min-w-9 rounded-sm border rule px-2 py-0.5 text-center font-semibold hover:bg-sea-wash"
                aria-label={`${ACTS[act].words}: key ${keys[act]}, change`}
                onClick={() => setWaiting(act)}
                onKeyDown={(event) => {
                  if (waiting === act && event.key !== "Tab" && event.key !== "Escape") {
                    event.preventDefault();
                    take(act, event.key);
                  }
                }}
              >
                {waiting === act ? "…" : keys[act]}
              </button>
            </dd>
          </div>
        ))}
      </dl>
      {problem ? (
        <p role="alert" className="mt-3 text-signal">
          {problem}
        </p>
      ) : null}
    </Sheet>
  );
}
