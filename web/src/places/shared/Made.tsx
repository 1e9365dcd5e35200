import { useState } from "react";
import { Button } from "../../ui/Button";
import { when } from "./when";

/** A link that was just made: its code to photograph, its address to send. note: what else is to be said of it. */
export function Made({ address, until, note }: { address: string; until: string; note: string | null }) {
  const [copied, setCopied] = useState(false);
  const copy = () => navigator.clipboard.writeText(address).then(() => setCopied(true));
  return (
    <div className="mb-3">
      <img
        className="mx-auto size-56 bg-white"
        alt="Code that opens the link"
        src={`/api/shares/code?address=${encodeURIComponent(address)}`}
      />
      <label className="block">
        <span className="text-fine text-soft">
          Link, open until {when(until)}; it is shown on this device only
        </span>
        <input
          readOnly
          className="w-full rounded-sm border rule bg-paper px-2 py-1 text-small"
          value={address}
          onFocus={(event) => event.target.select()}
        />
      </label>
      <Button className="mt-2" onClick={copy}>
        {copied ? "Copied" : "Copy the link"}
      </Button>
      {note ? <p className="mt-2 text-note text-soft">{note}</p> : null}
    </div>
  );
}
