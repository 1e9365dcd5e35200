import { Bar } from "./Bar";
import { Button } from "./Button";

/** Something under way: what it is, how far, and a way to stop it. share [0, 1]; null where that is not known. */
export function OnItsWay({
  words,
  share,
  onStop,
}: {
  words: string;
  share: number | null;
  onStop: () => void;
}) {
  return (
    <span className="inline-flex items-center gap-2 text-note">
      <span role="status">{words}</span>
      <span className="w-20">
        <Bar label={words} share={share} />
      </span>
      <Button look="quiet" onClick={onStop}>
        Stop
      </Button>
    </span>
  );
}
