import { type Act, FAULTS, VERDICTS } from "../../domain/field/entries";
import type { Take } from "../../domain/field/merging";
import { OneOf, Press } from "../../ui/Press";

/** Whether a take is good, by one press; and what is wrong with it, by one more. named: whether to say which take. */
export function Verdict({ take, note, named }: { take: Take; note: (act: Act) => void; named: boolean }) {
  const faulty = take.verdict === "maybe" || take.verdict === "no" || take.faults.length > 0;
  return (
    <div className="grid gap-2">
      <OneOf
        label={named ? `Is take ${take.number} good?` : "Is it good?"}
        value={take.verdict}
        choices={VERDICTS}
        onChoose={(value) =>
          note({ kind: "verdict", take: take.id, verdict: value === take.verdict ? null : value })
        }
      />
      {faulty ? (
        <fieldset className="flex flex-wrap gap-2">
          <legend className="mb-1 text-note text-soft">What is wrong with it?</legend>
          {FAULTS.map((fault) => {
            const there = take.faults.includes(fault.value);
            return (
              <Press
                key={fault.value}
                look={there ? "on" : "plain"}
                aria-pressed={there}
                onClick={() => note({ kind: "fault", take: take.id, fault: fault.value, there: !there })}
              >
                {fault.text}
              </Press>
            );
          })}
        </fieldset>
      ) : null}
    </div>
  );
}
