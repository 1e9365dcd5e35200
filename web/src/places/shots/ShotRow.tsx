import { GripVertical } from "lucide-react";
import { type KeyboardEvent, useState } from "react";
import { Link } from "react-router";
import type { ShotScene, ShotView, WantedShot } from "../../domain/documents";
import { factOf } from "../../domain/fields";
import { words } from "../../domain/format";
import SHOT from "../../domain/generated/facts/shot.json";
import { ANGLES, MARKS, marksOf, SIZES, shotLine, TRANSITIONS, takesWords } from "../../domain/ready/shots";
import type { ShotActs } from "../../state/ready/shots";
import { Button } from "../../ui/Button";
import { ChoiceField, FlagField } from "../../ui/Field";
import { TextField } from "../../ui/TextField";

const asChoices = (values: readonly string[]) => values.map((value) => ({ value, text: words(value) }));

/** A shot in a line; opened, with everything that can be said of it. */
export function ShotRow({
  one,
  number,
  scenes,
  open,
  pulled,
  acts,
  onOpen,
  onMove,
  onPull,
  onOver,
}: {
  one: ShotView;
  number: number;
  scenes: ShotScene[];
  open: boolean;
  pulled: boolean;
  acts: ShotActs;
  onOpen: () => void;
  onMove: (by: number) => void;
  onPull: (id: string | null) => void;
  onOver: () => void;
}) {
  const { shot } = one;
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (event.altKey && by) {
      event.preventDefault();
      onMove(by);
    } else if (event.key === "Delete") {
      event.preventDefault();
      acts.remove(one.id);
    }
  };
  return (
    <li
      data-shot={one.id}
      className={`border-b border-hair/60 break-inside-avoid ${pulled ? "bg-sea-wash" : ""}`}
      onPointerEnter={onOver}
    >
      <div className="flex items-center gap-2 px-2 py-1">
        <span
          aria-hidden
          className="no-print cursor-grab touch-none text-soft max-md:hidden"
          onPointerDown={(event) => {
            event.currentTarget.releasePointerCapture(event.pointerId);
            onPull(one.id);
            window.addEventListener("pointerup", () => onPull(null), { once: true });
          }}
        >
          <GripVertical size={15} />
        </span>
        <span className="w-6 text-right text-soft max-md:w-4">{number}</span>
        <label className="grid shrink-0 place-items-center max-md:min-h-[44px] max-md:min-w-[44px]">
          <input
            type="checkbox"
            className="size-4 accent-(--sea)"
            aria-label={`Done: ${shot.subject}, ${shot.size}`}
            checked={shot.done}
            onChange={(event) => acts.say(one.id, { ...shot, done: event.target.checked })}
          />
        </label>
        <button
          type="button"
          data-head
          aria-expanded={open}
          aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown Delete"
          className="min-h-8 min-w-0 flex-1 text-left max-md:min-h-11"
          onClick={onOpen}
          onKeyDown={keys}
        >
          <span className="sr-only">Shot {number}: </span>
          <span className={`font-semibold ${shot.done ? "text-soft line-through decoration-1" : ""}`}>
            {shot.subject}
          </span>{" "}
          <span className="text-soft">{shotLine(shot)}</span>
          {one.takes > 0 ? (
            <span className="text-note text-soft">; {takesWords(one.takes, one.kept)}</span>
          ) : null}
          {marksOf(shot).map((mark) => (
            <span key={mark} className="ml-1.5 border-b border-ink text-note font-semibold">
              {mark}
            </span>
          ))}
        </button>
        <span className="max-w-40 truncate text-note text-soft max-md:hidden" title={one.set_line}>
          {one.scene_name && one.setup_id ? (
            <Link to={`/cards/${one.setup_id}`} className="hover:underline">
              {one.scene_name}
            </Link>
          ) : (
            one.scene_name
          )}
        </span>
      </div>
      {one.hints.length ? (
        <p className="px-2 pb-1 pl-16 text-note text-signal">
          {one.hints.map((hint) => hint.words).join(" ")}
        </p>
      ) : null}
      {open ? <Editor one={one} scenes={scenes} acts={acts} onMove={onMove} /> : null}
    </li>
  );
}

const TEXTS = [
  { name: "subject", label: "What is to be seen", wide: true },
  { name: "movement", label: "What the camera does", wide: true },
  { name: "hold_s", label: "Held", unit: "s" },
  { name: "note", label: "Note", wide: true },
] as const;

const CHOICES = [
  { name: "size", label: "Size", values: SIZES },
  { name: "angle", label: "Angle", values: ANGLES },
  { name: "transition", label: "Goes over by", values: TRANSITIONS },
] as const;

/** Everything that can be said of a shot; kept as each field is left. */
function Editor({
  one,
  scenes,
  acts,
  onMove,
}: {
  one: ShotView;
  scenes: ShotScene[];
  acts: ShotActs;
  onMove: (by: number) => void;
}) {
  const { shot } = one;
  const [typed, setTyped] = useState<Partial<Record<string, string>>>({});
  const say = (change: Partial<WantedShot>) => acts.say(one.id, { ...shot, ...change });
  const keep = (name: (typeof TEXTS)[number]["name"]) => {
    const text = typed[name];
    if (text === undefined || problem(name, text)) return;
    say({ [name]: name === "hold_s" ? Number(text) : text.trim() });
    setTyped((before) => ({ ...before, [name]: undefined }));
  };
  return (
    <div className="no-print grid gap-2 px-2 pb-2 pl-16 text-small sm:grid-cols-4 max-md:pl-3">
      {TEXTS.map((field) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: the field inside is what is typed in and left
        <div
          key={field.name}
          className={"wide" in field ? "sm:col-span-2" : ""}
          onBlur={() => keep(field.name)}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep(field.name);
          }}
        >
          <TextField
            label={field.label}
            unit={"unit" in field ? field.unit : undefined}
            inputMode={field.name === "hold_s" ? "decimal" : undefined}
            problem={problem(field.name, typed[field.name])}
            value={typed[field.name] ?? String(shot[field.name])}
            onType={(text) => setTyped((before) => ({ ...before, [field.name]: text }))}
          />
        </div>
      ))}
      {CHOICES.map(({ name, label, values }) => (
        <ChoiceField
          key={name}
          label={label}
          value={shot[name] ?? ""}
          choices={asChoices(values)}
          onChoose={(chosen) => say({ [name]: chosen })}
        />
      ))}
      <ChoiceField
        label="Scene"
        value={shot.scene ?? ""}
        choices={[
          { value: "", text: "none yet" },
          ...scenes.map(({ id, name }) => ({ value: id, text: name })),
        ]}
        onChoose={(scene) => say({ scene })}
      />
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 sm:col-span-4">
        <FlagField
          label="a moment, not an object"
          value={shot.is_moment ?? false}
          onFlip={(is_moment) => say({ is_moment })}
        />
        {MARKS.map(({ name, label }) => (
          <FlagField
            key={name}
            label={label}
            value={shot[name] ?? false}
            onFlip={(value) => say({ [name]: value })}
          />
        ))}
        <span className="ml-auto flex gap-1">
          <Button look="quiet" onClick={() => onMove(-1)}>
            Up
          </Button>
          <Button look="quiet" onClick={() => onMove(1)}>
            Down
          </Button>
          <Button look="quiet" className="text-soft" onClick={() => acts.remove(one.id)}>
            Take off the list
          </Button>
        </span>
      </div>
      {one.set_line ? <p className="text-note text-soft sm:col-span-4">{one.set_line}</p> : null}
    </div>
  );
}

/** Why a typed text cannot be kept, as the schema says. */
function problem(name: string, text: string | undefined): string | undefined {
  if (text === undefined) return undefined;
  if (name === "subject" && text.trim() === "") return "write what is to be seen";
  if (name !== "hold_s") return undefined;
  const { least = 0.5, most = 3600 } = factOf(SHOT, "hold_s");
  const value = Number(text.replace(",", "."));
  return value >= least && value <= most ? undefined : `${least} to ${most} s`;
}
