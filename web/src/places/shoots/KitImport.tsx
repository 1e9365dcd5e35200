import { useId } from "react";
import { Refused } from "../../domain/refused";
import { useTakeInKit } from "../../state/queries";

/** Bring cameras and filters in from a kit document; what is wrong with it is said field by field. */
export function KitImport({ empty = true }: { empty?: boolean }) {
  const id = useId();
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
          if (file) take.mutate(file);
        }}
      />
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
