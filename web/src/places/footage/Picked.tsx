import { useState } from "react";
import type { ClipView, Selects } from "../../domain/documents";
import { moment } from "../../domain/footage/footage";
import { Button } from "../../ui/Button";
import { Select } from "../../ui/Select";
import { TextField } from "../../ui/TextField";

const VERDICTS = [
  { value: "", text: "not judged" },
  { value: "keep", text: "keep" },
  { value: "maybe", text: "maybe" },
  { value: "no", text: "no" },
];
const RATINGS = ["not rated", "1 of 5", "2 of 5", "3 of 5", "4 of 5", "5 of 5"].map((text, at) => ({
  value: String(at),
  text,
}));
const LONGEST_NOTE = 500;
const SPEEDS = [1, 1.25, 2, 2.4, 4, 4.8, 5, 8, 10];
const ENDS = [
  { value: "", text: "by hand" },
  { value: "heat", text: "by heat" },
  { value: "cell", text: "by an empty cell" },
  { value: "card", text: "by a full card" },
];

/** What is picked out of a clip: in and out at where it stands, verdict, rating, speed. */
export function Picked({
  clip,
  now,
  onPick,
}: {
  clip: ClipView;
  now: () => number;
  onPick: (selects: Selects) => void;
}) {
  const { selects } = clip;
  const change = (what: Partial<Selects>) => onPick({ ...selects, ...what });
  const starts = selects.starts_s ?? 0;
  const ends = selects.ends_s ?? clip.seconds;
  const round = (second: number) => Math.round(1000 * second) / 1000;
  return (
    <section aria-label="What is picked" className="mt-2 grid gap-2 text-small">
      <p className="flex flex-wrap items-center gap-2">
        <Button onClick={() => change({ starts_s: round(now()) })}>In here</Button>
        <Button onClick={() => change({ ends_s: round(now()) })}>Out here</Button>
        <span>
          {moment(starts)} to {moment(ends)}, {(selects.slowed * Math.max(0, ends - starts)).toFixed(1)} s on
          the timeline
        </span>
        {selects.starts_s != null || selects.ends_s != null ? (
          <Button look="quiet" onClick={() => change({ starts_s: null, ends_s: null })}>
            Whole clip
          </Button>
        ) : null}
      </p>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Select
          aria-label="Verdict"
          value={selects.verdict ?? ""}
          choices={VERDICTS}
          onChoose={(value) => change({ verdict: (value || null) as Selects["verdict"] })}
        />
        <Select
          aria-label="Rating"
          value={String(selects.rating)}
          choices={RATINGS}
          onChoose={(value) => change({ rating: Number(value) })}
        />
        <span className="flex items-center gap-1">
          <span aria-hidden>plays</span>
          <Select
            aria-label="Times slower"
            value={String(selects.slowed)}
            choices={[...new Set([...SPEEDS, selects.slowed])].map((one) => ({
              value: String(one),
              text: one === 1 ? "as filmed" : `${one} times slower`,
            }))}
            onChoose={(value) => change({ slowed: Number(value) })}
          />
        </span>
        <span className="flex items-center gap-1">
          <span aria-hidden>ended</span>
          <Select
            aria-label="How it ended"
            value={selects.ended}
            choices={ENDS}
            onChoose={(value) => change({ ended: value as Selects["ended"] })}
          />
        </span>
        <label className="flex items-center gap-1">
          <input
            type="checkbox"
            checked={selects.grainy}
            onChange={(event) => change({ grainy: event.target.checked })}
          />
          too grainy
        </label>
      </p>
      <Note key={clip.id} kept={selects.note} onKeep={(note) => change({ note })} />
    </section>
  );
}

/** Words about a clip, kept when they are left. */
function Note({ kept, onKeep }: { kept: string; onKeep: (note: string) => void }) {
  const [typed, setTyped] = useState(kept);
  return (
    <TextField
      label="Note"
      value={typed}
      onType={setTyped}
      onLeave={() => typed !== kept && onKeep(typed)}
      problem={typed.length > LONGEST_NOTE ? `at most ${LONGEST_NOTE} characters` : undefined}
    />
  );
}
