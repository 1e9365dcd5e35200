import { useState } from "react";
import type { WantedShot } from "../../domain/documents";
import { type Act, faultText, VERDICTS } from "../../domain/field/entries";
import type { Take } from "../../domain/field/merging";
import { Press } from "../../ui/Press";
import { Verdict } from "./Verdict";

/** A take: its verdict by one press, what is wrong with it by one more, a word about it. */
export function TakeRow({
  take,
  about,
  shot,
  may,
  note,
  onGone,
}: {
  take: Take;
  about: string;
  shot: WantedShot | null;
  may: boolean;
  note: (act: Act) => void;
  onGone: () => void;
}) {
  const [unfolded, setUnfolded] = useState(false);
  const [text, setText] = useState("");
  const shown = may && unfolded;
  const verdict = VERDICTS.find((one) => one.value === take.verdict)?.text.toLowerCase() ?? "not judged";
  const told = [
    verdict,
    ...take.faults.map(faultText),
    take.seconds === null ? "" : `${take.seconds} s`,
    take.which === "dialled" ? "as dialled" : "",
    take.otherwise.length > 0 ? `somebody else said ${take.otherwise.join(", ")}` : "",
  ];
  return (
    <li className="border-b rule py-1">
      <button
        type="button"
        aria-expanded={shown}
        disabled={!may}
        className="flex w-full items-center gap-3 text-left"
        onClick={() => setUnfolded(!shown)}
      >
        <span className="font-title text-verdict font-semibold whitespace-nowrap">Take {take.number}</span>
        <span className="flex-1">
          {told.filter(Boolean).join(", ")}
          {shot ? (
            <span className="block text-note text-soft">
              {shot.subject}, {shot.size}
            </span>
          ) : null}
          {take.notes.map((one) => (
            <span key={one.id} className="block text-note">
              “{one.text}”
            </span>
          ))}
        </span>
        <span className="text-note text-soft">{about}</span>
      </button>
      {shown ? (
        <div className="grid gap-2 pb-2">
          <Verdict take={take} note={note} named={false} />
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (text.trim()) note({ kind: "note", about: take.id, text: text.trim() });
              setText("");
            }}
          >
            <input
              className="min-w-0 flex-1 rounded-sm border rule bg-paper px-3"
              aria-label={`A word about take ${take.number}`}
              placeholder="A word about it"
              maxLength={500}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            <Press type="submit" disabled={text.trim() === ""}>
              Note it
            </Press>
          </form>
          {take.notes.map((one) => (
            <Press key={one.id} onClick={() => note({ kind: "note-gone", note: one.id, gone: true })}>
              Take back “{one.text.slice(0, 24)}”
            </Press>
          ))}
          <Press
            onClick={() => {
              note({ kind: "take-gone", take: take.id, gone: true });
              onGone();
            }}
          >
            This was no take
          </Press>
        </div>
      ) : null}
    </li>
  );
}
