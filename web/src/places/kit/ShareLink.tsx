import { useState } from "react";
import { addressOf, onlyHere } from "../../domain/kit/sharing";
import { useCloseShare, useShare, useShares, type Wish } from "../../state/kit/shares";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { Made } from "../shared/Made";
import { OpenLinks } from "../shared/OpenLinks";

const ONLY_HERE =
  "This service is reached on this machine only, so the link opens only here. Send the document instead.";

/** Show a camera, or the bag, to somebody else: a link and its code to photograph; open links can be closed. */
export function ShareLink({ what, wish, className }: { what: string; wish: Wish; className?: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" className={className} onClick={() => setOpen(true)}>
        Share {what}
      </Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={`Share ${what}`}
        about="Whoever has the link sees it as it is then, and can take a copy into their own kit. Nothing else of yours is shown."
      >
        <Links wish={wish} />
      </Sheet>
    </>
  );
}

function Links({ wish }: { wish: Wish }) {
  const shares = useShares(wish);
  const share = useShare(wish);
  const close = useCloseShare();
  const made = share.data && shares.data?.some((one) => one.id === share.data.id) ? share.data : null;
  const others = (shares.data ?? []).filter((one) => one.id !== made?.id);
  const error = share.error ?? close.error;
  return (
    <>
      {made ? (
        <Made
          address={addressOf(window.location.origin, made.token)}
          until={made.until}
          note={onlyHere(window.location.origin) ? ONLY_HERE : null}
        />
      ) : null}
      {error ? <Notice>{error.message}</Notice> : null}
      <div className="flex flex-wrap gap-2">
        {made ? (
          <Button disabled={close.isPending} onClick={() => close.mutate(made.id)}>
            Close this link
          </Button>
        ) : (
          <Button look="strong" disabled={share.isPending} onClick={() => share.mutate()}>
            {share.isPending ? "Making it …" : "Make a link"}
          </Button>
        )}
      </div>
      <OpenLinks links={others} closing={close.isPending} onClose={close.mutate} />
    </>
  );
}
