import { useState } from "react";
import { useNavigate } from "react-router";
import { type Entry, found } from "../domain/finding";
import { Refused } from "../domain/refused";
import { useDevices, useShoots, useVocabulary } from "../state/queries";
import { useSought } from "../state/shoots/lists";
import { useSum } from "../state/sums/sums";
import { toggleWatch } from "../state/watch";
import { Sheet } from "../ui/Sheet";

const STORE = "steady-tide found lately";
const KEPT = 12;
const PLACES: Entry[] = [
  { key: "place shoots", words: "Shoots", kind: "place", to: "/" },
  { key: "place cards", words: "Cards", kind: "place", to: "/cards" },
  { key: "place kit", words: "Kit", kind: "place", to: "/kit" },
  { key: "place taste", words: "Taste", kind: "place", to: "/taste" },
  { key: "place account", words: "Account", kind: "place", to: "/account" },
  { key: "act first", words: "A card in a minute", kind: "act", to: "/first" },
  { key: "act watch", words: "Day or night watch", kind: "act", act: "watch" },
];

function recent(): string[] {
  try {
    return JSON.parse(localStorage.getItem(STORE) ?? "[]") as string[];
  } catch {
    return [];
  }
}

/** Scenes, cards, cameras, places and acts by a few letters; what was found lately stands first. */
export function Finder({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Find"
      about="A scene, a card, a camera, a place, an act; or a sum."
    >
      <Box onDone={() => onOpenChange(false)} />
    </Sheet>
  );
}

function useEntries(text: string): Entry[] {
  const latest = useShoots().data ?? [];
  const sought = useSought(text).data ?? [];
  const shoots = [...new Map([...sought, ...latest].map((shoot) => [shoot.id, shoot])).values()];
  const devices = useDevices().data ?? [];
  const scenes = shoots.flatMap((shoot) => [
    { key: `day ${shoot.id}`, words: `The day of ${shoot.name}`, kind: "day", to: `/shoots/${shoot.id}/day` },
    {
      key: `ready ${shoot.id}`,
      words: `Getting ready for ${shoot.name}`,
      kind: "lists",
      to: `/shoots/${shoot.id}/ready`,
    },
    {
      key: `shots ${shoot.id}`,
      words: `Shot list of ${shoot.name}`,
      kind: "shots",
      to: `/shoots/${shoot.id}/shots`,
    },
    ...shoot.scenes.flatMap((scene) => [
      {
        key: `scene ${scene.id}`,
        words: scene.name,
        kind: `scene, ${shoot.name}`,
        to: `/scenes/${scene.id}`,
      },
      ...scene.setups.map((setup) => ({
        key: `card ${setup.id}`,
        words: `${scene.name}, ${setup.device_name}`,
        kind: "card",
        to: `/cards/${setup.id}`,
      })),
    ]),
  ]);
  const cameras = devices.map((one) => ({
    key: `camera ${one.id}`,
    words: one.name,
    kind: "camera",
    to: `/kit/${one.id}`,
  }));
  return [...scenes, ...cameras, ...PLACES];
}

function Box({ onDone }: { onDone: () => void }) {
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const go = useNavigate();
  const entries = found(useEntries(text), text, recent());
  const take = (entry: Entry | undefined) => {
    if (!entry) return;
    localStorage.setItem(
      STORE,
      JSON.stringify([entry.key, ...recent().filter((key) => key !== entry.key)].slice(0, KEPT)),
    );
    onDone();
    if (entry.act === "watch") toggleWatch();
    if (entry.to) go(entry.to);
  };
  const press = (event: React.KeyboardEvent) => {
    if (event.key === "ArrowDown") setAt(Math.min(at + 1, entries.length - 1));
    else if (event.key === "ArrowUp") setAt(Math.max(at - 1, 0));
    else if (event.key === "Enter") take(entries[at]);
    else return;
    event.preventDefault();
  };
  return (
    <>
      <input
        role="combobox"
        aria-label="Find"
        aria-expanded="true"
        aria-controls="found"
        aria-activedescendant={entries[at] ? `found-${at}` : undefined}
        autoComplete="off"
        className="w-full rounded-sm border rule bg-paper px-2 py-1.5 text-head"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={press}
      />
      <Answer text={text} nothing={entries.length === 0} />
      <div id="found" role="listbox" aria-label="Found" className="mt-2">
        {entries.map((entry, index) => (
          <div
            key={entry.key}
            id={`found-${index}`}
            role="option"
            tabIndex={-1}
            aria-selected={index === at}
            className={`flex cursor-pointer justify-between gap-3 rounded-sm px-2 py-1 ${index === at ? "bg-sea-wash" : ""}`}
            onPointerEnter={() => setAt(index)}
            onClick={() => take(entry)}
            onKeyDown={press}
          >
            <span className="font-semibold">{entry.words}</span>
            <span className="text-note text-soft">{entry.kind}</span>
          </div>
        ))}
      </div>
    </>
  );
}

/** A sum that was typed, answered; where nothing is found, the sums that are understood. */
function Answer({ text, nothing }: { text: string; nothing: boolean }) {
  const found = useSum(text);
  const sums = useVocabulary().data?.sums ?? [];
  if (found.data)
    return (
      <p role="status" aria-label="Sum" className="mt-2 border-l-4 border-sea bg-sea-wash px-3 py-2">
        <span className="block text-note text-soft">{found.data.asked}</span>
        <span className="text-head font-semibold">{found.data.words}</span>
      </p>
    );
  if (found.error instanceof Refused)
    return (
      <p role="alert" className="mt-2 text-signal">
        {found.error.at("sum") ?? found.error.message}
      </p>
    );
  if (!nothing) return null;
  return (
    <div className="mt-2 text-soft">
      <p>Nothing is called like that. Sums are written like these:</p>
      <ul className="flex flex-wrap gap-x-4 text-note">
        {sums.map((one) => (
          <li key={one} className="whitespace-nowrap">
            {one}
          </li>
        ))}
      </ul>
    </div>
  );
}
