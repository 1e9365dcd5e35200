import { useState } from "react";
import { unsentHere } from "../state/field/unsent";
import { useSignOut } from "../state/session";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";
import { Sheet } from "../ui/Sheet";

/** Sign out. What was noted in the field and is not sent is told first: it stays, for the same account. */
export function SignOut() {
  const signOut = useSignOut();
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button
        look="quiet"
        disabled={signOut.isPending}
        onClick={async () => ((await unsentHere()) > 0 ? setAsking(true) : signOut.mutate())}
      >
        Sign out
      </Button>
      <Sheet
        open={asking}
        onOpenChange={setAsking}
        title="Not everything is sent yet"
        about="What you noted in the field and is not sent stays on this device, hidden, until you sign in again as the same: then it is sent. Nobody else sees it. The shoots you took along are removed."
      >
        {signOut.error ? <Notice>There is no connection: you are still signed in.</Notice> : null}
        <div className="flex flex-wrap gap-2">
          <Button look="strong" onClick={() => setAsking(false)}>
            Stay and send first
          </Button>
          <Button onClick={() => signOut.mutate()}>Sign out anyway</Button>
        </div>
      </Sheet>
    </>
  );
}
