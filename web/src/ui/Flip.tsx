import { Button } from "./Button";

/** A button that is on or off. about: what it does, for who cannot see it. */
export function Flip({
  words,
  about,
  on,
  quiet = false,
  onFlip,
}: {
  words: string;
  about?: string;
  on: boolean;
  /** Without a frame while it is off. */
  quiet?: boolean;
  onFlip: (on: boolean) => void;
}) {
  return (
    <Button
      look={on ? "strong" : quiet ? "quiet" : "plain"}
      aria-pressed={on}
      aria-description={about}
      className={quiet ? "py-0 text-note" : ""}
      onClick={() => onFlip(!on)}
    >
      {words}
    </Button>
  );
}
