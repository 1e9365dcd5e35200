import { useState } from "react";
import { helperAddress, onlyHere } from "../../domain/kit/sharing";
import { useClearLink, useCloseLink, useLinks, useMakeLink, useOwnLink } from "../../state/shoots/links";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Select } from "../../ui/Select";
import { Sheet } from "../../ui/Sheet";
import { Made } from "./Made";
import { OpenLinks } from "./OpenLinks";

const DAYS = [1, 3, 7, 14, 30, 90];

/** Show a shoot to a helper by a link: its day, its cards, and where they may, its takes to be counted. */
export function ShowShoot({ shootId }: { shootId: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" className="no-print px-1.5 py-0.5" onClick={() => setOpen(true)}>
        Show a helper
      </Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="Show this shoot to a helper"
        about="Whoever has the link sees its day, cards, lists, takes and notes on their phone, also without a signal, and needs no account. They change nothing; counting and judging takes can be allowed. Nothing else of yours is shown."
      >
        <Links shootId={shootId} />
      </Sheet>
    </>
  );
}

function Links({ shootId }: { shootId: string }) {
  const [counts, setCounts] = useState(false);
  const [days, setDays] = useState("7");
  const links = useLinks(shootId);
  const own = useOwnLink(shootId);
  const make = useMakeLink(shootId);
  const close = useCloseLink(shootId);
  const error = make.error ?? close.error;
  const others = (links.data ?? []).filter((one) => one.id !== own?.id);
  return (
    <>
      {own ? (
        <>
          <Made
            address={helperAddress(window.location.origin, own.token)}
            until={own.until}
            note="Printed cards and the day sheet carry its code from now on."
          />
          {onlyHere(window.location.origin) ? (
            <p className="mb-2 text-note text-soft">
              This service runs on this machine only: the link opens here, and nowhere else.
            </p>
          ) : null}
        </>
      ) : null}
      {error ? <Notice>{error.message}</Notice> : null}
      {own ? (
        <span className="flex flex-wrap items-center gap-2">
          <Button disabled={close.isPending} onClick={() => close.mutate(own.id)}>
            Close this link
          </Button>
          {own.counts ? <Clear shootId={shootId} linkId={own.id} /> : null}
        </span>
      ) : (
        <div className="grid gap-2">
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-(--sea)"
              checked={counts}
              onChange={(event) => setCounts(event.target.checked)}
            />
            They may count and judge takes
          </label>
          <span className="flex items-center gap-2">
            <span aria-hidden>Open for</span>
            <Select
              aria-label="Open for"
              value={days}
              choices={DAYS.map((one) => ({
                value: String(one),
                text: one === 1 ? "one day" : `${one} days`,
              }))}
              onChoose={setDays}
            />
          </span>
          <Button
            look="strong"
            className="justify-self-start"
            disabled={make.isPending}
            onClick={() => make.mutate({ counts, days: Number(days) })}
          >
            {make.isPending ? "Making it …" : "Make a link"}
          </Button>
        </div>
      )}
      <OpenLinks
        links={others}
        closing={close.isPending}
        onClose={close.mutate}
        told={(one) => (one.counts ? "to look and count, " : "to look, ")}
      />
    </>
  );
}

/** What came by a link can be thrown away, all of it; pressed twice. */
function Clear({ shootId, linkId }: { shootId: string; linkId: string }) {
  const [asked, setAsked] = useState(false);
  const clear = useClearLink(shootId);
  if (clear.data)
    return (
      <span role="status" className="text-soft">
        {clear.data.entries === 0
          ? "Nothing had come by it."
          : `${clear.data.entries} ${clear.data.entries === 1 ? "note" : "notes"} thrown away.`}
      </span>
    );
  return (
    <Button
      look={asked ? "signal" : "quiet"}
      disabled={clear.isPending}
      onClick={() => (asked ? clear.mutate(linkId) : setAsked(true))}
    >
      {asked ? "Yes, throw all of it away" : "Throw away what came by it"}
    </Button>
  );
}
