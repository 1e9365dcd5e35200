import { useState } from "react";
import { useMattering } from "../../state/kit/kit";

/** What is assumed of a camera, and what knowing it would change on the scenes it is taken to. */
export function Assumed({ deviceId, words }: { deviceId: string; words: string[] }) {
  const [opened, setOpened] = useState(false);
  if (words.length === 0) return null;
  return (
    <details className="w-full text-note text-soft" onToggle={(event) => setOpened(event.currentTarget.open)}>
      <summary>Assumed as usual for its class, until you say otherwise</summary>
      <div className="grid gap-x-8 gap-y-2 py-1 md:grid-cols-2">
        <ul className="list-disc pl-4">
          {words.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        <Weights deviceId={deviceId} opened={opened} />
      </div>
    </details>
  );
}

function Weights({ deviceId, opened }: { deviceId: string; opened: boolean }) {
  const found = useMattering(deviceId, opened);
  if (found.isError) return <p>What it matters cannot be told now: no connection.</p>;
  if (found.data === undefined) return <p role="status">Planning its scenes with other figures …</p>;
  const telling = found.data.filter((one) => one.sets > 0);
  if (telling.length === 0)
    return <p>None of it decides a set on the scenes this camera is on: it may stay assumed.</p>;
  return (
    <section aria-label="Worth looking up">
      <h3 className="font-semibold">Worth looking up</h3>
      <ol>
        {telling.map((one) => (
          <li key={one.key}>
            {one.words[0]?.toUpperCase()}
            {one.words.slice(1)}: {one.scenes.join(", ")}
          </li>
        ))}
      </ol>
      {telling.length < found.data.length ? (
        <p>
          No set changes with{" "}
          {found.data
            .filter((one) => one.sets === 0)
            .map((one) => one.label)
            .join(", ")}
          .
        </p>
      ) : null}
    </section>
  );
}
