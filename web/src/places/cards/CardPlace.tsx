import { Printer } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { unsafe } from "../../domain/bench/answers";
import type { CardLine, CardView } from "../../domain/documents";
import { inText, level, words } from "../../domain/format";
import { shutterOf } from "../../domain/habits";
import { helperAddress } from "../../domain/kit/sharing";
import { Refused } from "../../domain/refused";
import { toldEach, toldTogether } from "../../domain/wording";
import { chooseSlot, clearTicks, confirmCard, tickLine } from "../../state/bench/acts";
import { useCard, useCardAct } from "../../state/queries";
import { useOwnLink } from "../../state/shoots/links";
import { useWide } from "../../state/wide";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { Select } from "../../ui/Select";
import { Nowhere } from "../Nowhere";
import { SecondCard } from "./SecondCard";

/** What to dial into one camera, in the order of its own menu. */
export function CardPlace() {
  const { setupId = "" } = useParams();
  const card = useCard(setupId);
  if (card.isPending) return <Waiting what="the card" />;
  if (card.error instanceof Refused) return <Nowhere />;
  if (card.isError) return <Notice>The service does not answer.</Notice>;
  return <Card card={card.data} />;
}

const SIZES = [17, 33, 65];
const TABLES = [
  { to: "standard", words: "its profile to a standard look" },
  { to: "correction", words: "grey made neutral within its profile" },
];

/** Tables of colours for the editing program, computed from the set. */
function Tables({ card }: { card: CardView }) {
  return (
    <details className="text-note">
      <summary className="cursor-pointer text-sea">Tables for the grade (.cube)</summary>
      {TABLES.map(({ to, words }) => (
        <p key={to}>
          {words}:{" "}
          {SIZES.map((size) => (
            <a
              key={size}
              className="mr-2 text-sea underline"
              href={`/api/setups/${card.setup_id}/look?size=${size}&to=${to}`}
              download={`${card.scene_name} ${to} ${size}.cube`}
            >
              {size} points
            </a>
          ))}
        </p>
      ))}
      <p className="text-soft">
        By an assumed curve of the profile; a table measured for this camera is better.
      </p>
    </details>
  );
}

/** Sets that were marked to be tested for real, by what of them differs. */
function Trials({ card }: { card: CardView }) {
  if (card.trials.length === 0) return null;
  return (
    <section
      aria-label="To test for real"
      className="border-t rule px-4 py-2 text-[max(0.92em,var(--type-least))]"
    >
      <h2 className="font-semibold">To test for real</h2>
      <ol className="list-decimal pl-5">
        {card.trials.map((trial) => (
          <li key={trial.label}>
            {trial.label}
            {Object.entries(trial.values).map(([setting, text], at) => (
              <span key={setting} className="text-soft">
                {at ? ", " : ": "}
                {words(setting)} {text}
              </span>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}

const PAPER = { a6: "105mm 148mm; margin: 5mm", a4: "210mm 297mm; margin: 12mm" };

function Card({ card }: { card: CardView }) {
  const wide = useWide();
  const [unfolded, setUnfolded] = useState<boolean | null>(null);
  const [paper, setPaper] = useState<"a6" | "a4">("a6");
  const act = useCardAct(card.setup_id);
  const problem = act.error;
  const open = unfolded ?? wide;
  const shutter = shutterOf(card.lines.map((line) => line.decision));
  const changed = card.lines.filter((line) => line.changed);
  const rest = card.lines.filter((line) => !line.changed);
  const shown = (line: CardLine) => (
    <Line
      key={line.decision.setting}
      line={line}
      shutter={shutter}
      onTick={(read_back) =>
        act.mutate(() =>
          tickLine(card.setup_id, line.decision.setting, String(line.decision.value), read_back),
        )
      }
    />
  );
  const slots = Array.from({ length: card.slots }, (_, index) => index + 1);
  const done = card.lines.filter((line) => line.read_back).length;
  const print = (size: "a6" | "a4") => {
    setPaper(size);
    // After the chosen size is on the page.
    setTimeout(() => window.print(), 60);
  };
  return (
    <div data-paper={paper} className="mx-auto w-full max-w-[38rem] px-3 py-3">
      <style>{`@page { size: ${PAPER[paper]}; }`}</style>
      <div className="no-print mb-2 flex flex-wrap items-center gap-2">
        <Link to={`/scenes/${card.scene_id}?camera=${card.setup_id}`} className="text-sea underline">
          To the bench
        </Link>
        {card.slots > 1 ? (
          <span className="flex items-center gap-1.5">
            <span className="text-soft" aria-hidden>
              Slot
            </span>
            <Select
              aria-label="Slot"
              value={String(card.slot)}
              choices={slots.map((slot) => ({ value: String(slot), text: String(slot) }))}
              onChoose={(value) => act.mutate(() => chooseSlot(card.setup_id, Number(value)))}
            />
          </span>
        ) : null}
        <span className="ml-auto flex gap-1">
          <Button onClick={() => print("a6")}>
            <Printer size={14} aria-hidden /> A6
          </Button>
          <Button onClick={() => print("a4")}>
            <Printer size={14} aria-hidden /> A4
          </Button>
        </span>
      </div>
      <article
        className="card-sheet border rule bg-paper print:border-0"
        aria-label={`Card: ${card.scene_name}, ${card.device_name}`}
      >
        <CardHead card={card} />
        {card.outcome.outcome === "plan" && unsafe(card.outcome) ? (
          <p className="border-b rule px-4 py-2 font-semibold text-signal">
            {toldTogether(card.outcome.cautions.slice(0, 1).map((one) => one.told))}
          </p>
        ) : null}
        {card.outcome.outcome === "plan" ? (
          <>
            {changed.length > 0 ? (
              <ol aria-label="To change">{changed.map(shown)}</ol>
            ) : (
              <p className="no-print px-4 py-2 font-semibold text-sea">Nothing has to be changed.</p>
            )}
            <button
              type="button"
              aria-expanded={open}
              className="no-print flex min-h-11 w-full items-center border-y rule px-4 text-left text-soft hover:bg-sea-wash"
              onClick={() => setUnfolded(!open)}
            >
              {open ? "Fold" : "Show"} the {rest.length} that stay as they are
            </button>
            <ol aria-label="Stay as they are" className={open ? "" : "hidden print:block"}>
              {rest.map(shown)}
            </ol>
          </>
        ) : (
          <p role="alert" className="px-4 py-3 text-signal">
            {card.outcome.outcome === "conflict" ? card.outcome.words : card.outcome.problems[0]?.message}{" "}
            There is no card until this is settled on the bench.
          </p>
        )}
        {card.outcome.outcome === "plan" && card.outcome.bring.length > 0 ? (
          <p className="border-t rule px-4 py-2 text-[max(0.92em,var(--type-least))]">
            <span className="font-semibold">From the bag:</span> {toldEach(card.outcome.bring).join(", ")}.
          </p>
        ) : null}
        {card.outcome.outcome === "plan" && card.outcome.practice.length > 0 ? (
          <p className="border-t rule px-4 py-1 text-[max(0.85em,var(--type-least))]">
            {toldTogether(card.outcome.practice.map((one) => one.told))}
          </p>
        ) : null}
        {card.outcome.outcome === "plan" && card.outcome.cautions.length > 0 ? (
          <p className="border-t rule px-4 py-2 text-[max(0.92em,var(--type-least))]">
            {toldTogether(card.outcome.cautions.slice(unsafe(card.outcome) ? 1 : 0).map((one) => one.told))}
          </p>
        ) : null}
        <Trials card={card} />
        <div className="flex items-end justify-between gap-3 px-4 pb-2">
          <p className="text-[max(0.8em,var(--type-least))] text-soft">
            {card.school_name}; {card.made_from}
          </p>
          <Code card={card} />
        </div>
      </article>
      <SecondCard card={card} />
      {problem ? (
        <Notice>
          {problem instanceof Refused
            ? (problem.fields[0]?.message ?? problem.message)
            : "No connection: this was not kept."}
        </Notice>
      ) : null}
      <div className="no-print mt-3 flex flex-wrap items-center gap-4">
        <span role="status">
          {done} of {card.lines.length} read back
        </span>
        <Button
          look="strong"
          disabled={card.lines.length === 0 || done === card.lines.length}
          onClick={() => act.mutate(() => confirmCard(card.setup_id, card.revision))}
        >
          All dialled in
        </Button>
        <Button disabled={done === 0} onClick={() => act.mutate(() => clearTicks(card.setup_id))}>
          Clear the ticks
        </Button>
        {card.outcome.outcome === "plan" ? <Tables card={card} /> : null}
      </div>
    </div>
  );
}

/** A code that opens this card: for a helper where the shoot is shown to one, else for whoever is signed in. */
function Code({ card }: { card: CardView }) {
  const link = useOwnLink(card.shoot_id);
  const address = link
    ? helperAddress(window.location.origin, link.token, card.scene_id)
    : window.location.href;
  return (
    <img
      className="size-24 shrink-0 print:size-[19mm]"
      alt={
        link
          ? "Code that opens this card for a helper, without an account"
          : "Code that opens this card on a phone in the same network"
      }
      src={`/api/setups/${card.setup_id}/card/code?address=${encodeURIComponent(address)}`}
    />
  );
}

function CardHead({ card }: { card: CardView }) {
  const reach = card.outcome.outcome === "plan" ? card.outcome.reach : null;
  return (
    <header className="border-b-2 border-ink px-4 py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h1 className="text-[1.6em]">{card.scene_name}</h1>
        <span className="font-semibold">{card.device_name}</span>
      </div>
      <p className="text-soft">
        {card.shoot_name}
        {card.slots > 1 ? `, slot ${card.slot}` : ""}
        {card.dial_after ? <b className="text-signal">, dial it in anew after {card.dial_after}</b> : null}
        {reach ? `. Holds from ${level(reach.low.ev100)} to ${level(reach.high.ev100)}.` : ""}
      </p>
    </header>
  );
}

function Line({
  line,
  shutter,
  onTick,
}: {
  line: CardLine;
  /** The shutter as it is told by habit, where that is not as the camera has it. */
  shutter: string | null;
  onTick: (read_back: boolean) => void;
}) {
  const { decision } = line;
  return (
    <li className={`border-b border-hair/60 ${line.changed ? "" : "text-soft"}`}>
      <label className="grid grid-cols-[1fr_auto_1.6rem] items-center gap-3 px-4 py-[0.32em]">
        <span>
          <span className={line.changed ? "font-semibold" : ""}>{decision.menu_label || decision.label}</span>
          {decision.menu_label && decision.menu_label !== decision.label ? (
            <span className="ml-2 text-[max(0.82em,var(--type-least))] text-soft">
              {inText(decision.label)}
            </span>
          ) : null}
        </span>
        <span className={`text-right ${line.changed ? "text-[1.45em] font-bold" : ""}`}>
          {line.changed ? (
            <span className="mr-1 text-signal" role="img" aria-label="change">
              ▸
            </span>
          ) : null}
          {(decision.setting === "shutter" && shutter) || decision.text}
          {line.changed && line.now ? (
            <span className="block text-[max(0.6em,var(--type-least))] font-normal text-soft">
              now {line.now}
            </span>
          ) : null}
        </span>
        <input
          type="checkbox"
          className="size-5 accent-(--sea)"
          checked={line.read_back}
          aria-label={`${decision.label} read back`}
          onChange={(event) => onTick(event.target.checked)}
        />
      </label>
    </li>
  );
}
