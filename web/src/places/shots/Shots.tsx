import { useRef, useState } from "react";
import { useParams } from "react-router";
import type { ShotsView } from "../../domain/documents";
import { amountWords, movedBy, newShot } from "../../domain/ready/shots";
import { Refused } from "../../domain/refused";
import { useKeys } from "../../state/keys";
import { type ShotActs, useShotActs, useShots } from "../../state/ready/shots";
import { Button } from "../../ui/Button";
import { Notice, Waiting } from "../../ui/Notice";
import { Select } from "../../ui/Select";
import { UndoButtons } from "../../ui/UndoButtons";
import { Nowhere } from "../Nowhere";
import { ShootPlaces } from "../ShootPlaces";
import { CoverageGrid } from "./CoverageGrid";
import { ShotRow } from "./ShotRow";

/** The shot list of a shoot: what is missing first, then the list in its order. */
export function Shots() {
  const { shootId = "" } = useParams();
  const shots = useShots(shootId);
  if (shots.isPending) return <Waiting what="the shot list" />;
  if (shots.error instanceof Refused) return <Nowhere />;
  if (shots.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  return <Told list={shots.data} />;
}

function Told({ list }: { list: ShotsView }) {
  const acts = useShotActs(list.shoot_id);
  useKeys({ undo: acts.undo, redo: acts.redo });
  const { coverage } = list;
  const gaps = coverage.subjects.some((one) => one.missing.length > 0 || one.more_angles > 0);
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-3">
      <header className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-place">Shot list</h1>
        <span className="text-soft">{list.name}</span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <ShootPlaces shootId={list.shoot_id} />
          <UndoButtons {...acts} />
        </span>
      </header>
      {list.shots.length ? (
        <p
          aria-live="polite"
          className={`font-title text-verdict font-semibold ${gaps ? "text-signal" : ""}`}
        >
          {coverage.words} <span className="text-lead font-normal text-soft">{amountWords(coverage)}.</span>
        </p>
      ) : (
        <p className="text-soft">
          Name what you want to see: the rope, the oars, a face turned away. Three sizes and two angles of
          each object make a film of it.
        </p>
      )}
      {acts.error ? <Problems error={acts.error} /> : null}
      <div className="mt-2 grid items-start gap-x-6 gap-y-3 lg:grid-cols-[1fr_21rem] print:block">
        <Order list={list} acts={acts} />
        <div className="grid gap-3">
          <CoverageGrid coverage={coverage} onAdd={(subject) => acts.add(newShot(subject, coverage, ""))} />
          <Table list={list} acts={acts} />
        </div>
      </div>
    </div>
  );
}

function Problems({ error }: { error: Error }) {
  const told = error instanceof Refused ? error.fields.map((one) => one.message) : [];
  return (
    <Notice>
      {told.length ? told.slice(0, 5).join("; ") : error.message}
      {told.length > 5 ? `; and ${told.length - 5} more` : ""}
    </Notice>
  );
}

/** The shots in their order; pulled by their grip, or moved with the arrow keys while Alt is held. */
function Order({ list, acts }: { list: ShotsView; acts: ShotActs }) {
  const ids = list.shots.map((one) => one.id);
  const [open, setOpen] = useState<string | null>(null);
  const [pulled, setPulled] = useState<string | null>(null);
  const place = useRef<HTMLOListElement>(null);
  const over = (id: string) => {
    if (!pulled || pulled === id) return;
    acts.arrange(movedBy(ids, pulled, ids.indexOf(id) - ids.indexOf(pulled)));
  };
  const move = (id: string, by: number) => {
    acts.arrange(movedBy(ids, id, by));
    requestAnimationFrame(() =>
      place.current?.querySelector<HTMLElement>(`[data-shot="${id}"] [data-head]`)?.focus(),
    );
  };
  return (
    <section aria-label="Shots" className="min-w-0 border rule bg-paper">
      <ol ref={place}>
        {list.shots.map((one, index) => (
          <ShotRow
            key={one.id}
            one={one}
            number={index + 1}
            scenes={list.scenes}
            open={open === one.id}
            pulled={pulled === one.id}
            acts={acts}
            onOpen={() => setOpen(open === one.id ? null : one.id)}
            onMove={(by) => move(one.id, by)}
            onPull={setPulled}
            onOver={() => over(one.id)}
          />
        ))}
      </ol>
      <NewShot list={list} acts={acts} />
    </section>
  );
}

/** The next shot: its subject, and it begins with what is missing of it; or a subject's whole start. */
function NewShot({ list, acts }: { list: ShotsView; acts: ShotActs }) {
  const [subject, setSubject] = useState("");
  const [scene, setScene] = useState("");
  const known = subject.trim() !== "";
  const add = () => {
    if (!known) return;
    acts.add(newShot(subject, list.coverage, scene));
  };
  return (
    <form
      className="no-print flex flex-wrap items-end gap-2 px-3 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <label className="min-w-40 flex-1 text-note text-soft">
        What is to be seen
        <input
          className="w-full rounded-sm border rule bg-paper px-2 py-1 text-base text-ink"
          maxLength={120}
          value={subject}
          list="subjects"
          onChange={(event) => setSubject(event.target.value)}
        />
        <datalist id="subjects">
          {list.coverage.subjects.map((one) => (
            <option key={one.subject} value={one.subject} />
          ))}
        </datalist>
      </label>
      <div className="w-44">
        <Select
          aria-label="Scene of the new shot"
          className="w-full"
          value={scene}
          choices={[
            { value: "", text: "no scene yet" },
            ...list.scenes.map((one) => ({ value: one.id, text: one.name })),
          ]}
          onChoose={setScene}
        />
      </div>
      <Button type="submit" disabled={!known}>
        Add a shot
      </Button>
      <Button
        look="quiet"
        disabled={!known || scene === ""}
        onClick={() => {
          acts.begin(scene, subject);
          setSubject("");
        }}
      >
        Begin with three
      </Button>
    </form>
  );
}

/** The list as a table, out and in, and on paper. */
function Table({ list, acts }: { list: ShotsView; acts: ShotActs }) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <div className="no-print flex flex-wrap gap-2 text-small">
      <Button onClick={() => window.print()}>Print</Button>
      <a
        href={`/api/shoots/${list.shoot_id}/shots.csv`}
        download="shots.csv"
        className="rounded-sm px-2.5 py-1 text-soft underline"
      >
        Table (CSV)
      </a>
      <Button look="quiet" className="text-soft" disabled={acts.busy} onClick={() => file.current?.click()}>
        Bring a table in
      </Button>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv,text/plain"
        className="sr-only"
        aria-label="A shot list as CSV"
        tabIndex={-1}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) acts.bringIn(chosen);
          event.target.value = "";
        }}
      />
    </div>
  );
}
