import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { ClipView, ShootView } from "../../domain/documents";
import { likeliestPair } from "../../domain/footage/footage";
import { useTested } from "../../state/footage/footage";
import { Button } from "../../ui/Button";
import { Select } from "../../ui/Select";

/** Clips taken along to an editing program, and two of them laid side by side. */
export function HandOver({ shoot, clips }: { shoot: ShootView; clips: ClipView[] }) {
  const read = clips.filter((clip) => ["read", "held", "unheld"].includes(clip.state));
  const tested = useTested(shoot.id);
  const [first, second] = read;
  if (!first) return null;
  const address = `/api/shoots/${shoot.id}`;
  return (
    <div className="my-2 grid gap-1">
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <a href={`${address}/footage.otio`} download="selects.otio" className="text-sea underline">
          Timeline of the selects
        </a>
        <a href={`${address}/footage.csv`} download="clips.csv" className="text-sea underline">
          Table of all clips
        </a>
        {second ? <Beside shoot={shoot} clips={read} /> : null}
      </p>
      {(tested.data ?? []).map((one) => {
        const [left, right] = one.clips.slice(-2);
        return left && right ? (
          <p key={one.setup_id}>
            To test for real: {one.names.join(" against ")}.{" "}
            <Link to={`/shoots/${shoot.id}/pair/${left.id}/${right.id}`} className="text-sea underline">
              Its two latest clips side by side
            </Link>
          </p>
        ) : null;
      })}
    </div>
  );
}

function Beside({ shoot, clips }: { shoot: ShootView; clips: ClipView[] }) {
  const go = useNavigate();
  const [one, other] = likeliestPair(clips);
  const [left, setLeft] = useState(one?.id ?? "");
  const [right, setRight] = useState(other?.id ?? "");
  const choices = clips.map((clip) => ({ value: clip.id, text: clip.name }));
  return (
    <span className="flex flex-wrap items-center gap-2">
      <Select aria-label="Left clip" value={left} choices={choices} onChoose={setLeft} className="max-w-48" />
      <Select
        aria-label="Right clip"
        value={right}
        choices={choices}
        onChoose={setRight}
        className="max-w-48"
      />
      <Button disabled={left === right} onClick={() => go(`/shoots/${shoot.id}/pair/${left}/${right}`)}>
        Side by side
      </Button>
    </span>
  );
}
