import { useId, useState } from "react";
import { Refused } from "../../domain/refused";
import { useTakeInKit } from "../../state/queries";
import { Button } from "../../ui/Button";

/** What is as long as this is taken in as it is pasted: no box shows thousands of lines well, or soon [characters]. */
const LONG = 4_000;

/** Bring cameras and filters in from a kit document; what is wrong with it is said field by field. */
export function KitImport({ empty = true }: { empty?: boolean }) {
  const id = useId();
  const [pasted, setPasted] = useState("");
  const take = useTakeInKit();
  const refused = take.error instanceof Refused ? take.error : null;
  return (
    <div>
      {empty ? (
        <p className="mb-1">
          Your kit has no camera yet. Bring in a kit document; its format and an example are in docs/formats.
        </p>
      ) : null}
      <label htmlFor={id} className="text-fine text-soft">
        {empty ? "Kit document (JSON)" : "Bring in a kit document (JSON)"}
      </label>
      <input
        id={id}
        type="file"
        accept="application/json,.json"
        className="block w-full text-small"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) file.text().then((text) => take.mutate({ text, called: file.name }));
        }}
      />
      <textarea
        aria-label="Or paste a document here"
        placeholder="… or paste a document here"
        rows={1}
        className="mt-1 w-full rounded-sm border rule bg-paper px-1.5 text-small"
        value={pasted}
        onChange={(event) => setPasted(event.target.value)}
        onPaste={(event) => {
          const text = event.clipboardData.getData("text");
          if (text.length < LONG) return;
          event.preventDefault();
          take.mutate({ text, called: "What you pasted" });
        }}
      />
      {pasted.trim() ? (
        <Button
          className="py-0 text-small"
          disabled={take.isPending}
          onClick={() =>
            take.mutate({ text: pasted, called: "What you pasted" }, { onSuccess: () => setPasted("") })
          }
        >
          Take it in
        </Button>
      ) : null}
      {take.isPending ? <p role="status">Reading it …</p> : null}
      {take.error ? (
        <div role="alert" className="mt-1 max-h-40 overflow-auto text-note text-signal">
          <p>{refused ? refused.message : "No connection: the file was not sent."}</p>
          <ul>
            {refused?.fields.slice(0, 12).map((field) => (
              <li key={field.path.join(".")}>
                {field.path.join(".")}: {field.message}
              </li>
            ))}
          </ul>
          {refused && refused.fields.length > 12 ? <p>and {refused.fields.length - 12} more</p> : null}
        </div>
      ) : null}
    </div>
  );
}
