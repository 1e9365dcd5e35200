import { lazy, Suspense } from "react";
import { forget, note, type Said } from "../../state/first/first";
import { Button } from "../../ui/Button";

const KeepInAccount = lazy(async () => ({ default: (await import("./KeepInAccount")).KeepInAccount }));

/** What was said, with whose cameras, and where it would be kept. */
export type ToKeep = {
  said: Said;
  own: boolean;
  signedIn: boolean;
  shoot: string;
  onAccount: () => void;
};

/** Keep it in the account; without one, make one first: what was said waits on this device. */
export function Keep({ said, own, signedIn, shoot, onAccount }: ToKeep) {
  return (
    <div className="mt-4 flex flex-wrap items-center gap-2">
      {signedIn ? (
        <Suspense fallback={null}>
          <KeepInAccount said={said} own={own} shoot={shoot} />
        </Suspense>
      ) : (
        <Button
          look="strong"
          className="min-h-11 px-5 text-head"
          onClick={() => {
            note({ wanted: true });
            onAccount();
          }}
        >
          Keep it: make an account
        </Button>
      )}
      <Button
        look="quiet"
        className="min-h-11 text-soft"
        onClick={() => {
          forget();
          window.location.reload();
        }}
      >
        Begin again
      </Button>
      <Button look="quiet" className="min-h-11 text-soft" onClick={() => window.print()}>
        Print it
      </Button>
    </div>
  );
}
