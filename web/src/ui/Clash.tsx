/** Two edits of the same field, from two windows: what each made of it, and the choice. */

import { Button } from "./Button";

export type Clashing = {
  fields: { path: (string | number)[]; message: string }[];
  mine: () => void;
  theirs: () => void;
};

export function Clash({ clash, named }: { clash: Clashing; named: (path: (string | number)[]) => string }) {
  return (
    <section role="alert" aria-label="Changed in another window" className="border-l-4 border-signal p-3">
      <p className="text-base font-semibold">Changed in another window, too</p>
      <ul className="my-2 text-small">
        {clash.fields.map(({ path, message }) => (
          <li key={path.join(".")}>
            <strong>{named(path)}</strong>: {message}
          </li>
        ))}
      </ul>
      <p className="mb-2 text-note text-soft">Everything else of both edits is kept either way.</p>
      <div className="flex gap-2">
        <Button onClick={clash.mine}>Keep what is here</Button>
        <Button onClick={clash.theirs}>Take what is there</Button>
      </div>
    </section>
  );
}
