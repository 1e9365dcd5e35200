import { useMemo, useRef, useState } from "react";
import type { LoggedTake } from "../../domain/documents";
import { faultText } from "../../domain/field/entries";
import { GROUPINGS, type Group, type Grouping, grouped, outcome, setLine } from "../../domain/field/logbook";
import { level } from "../../domain/format";
import { timeShown } from "../../domain/habits";
import { Refused } from "../../domain/refused";
import { useBringLogbook, useLogbook } from "../../state/logbook/logbook";
import { Button } from "../../ui/Button";
import { More } from "../../ui/More";
import { Notice, Waiting } from "../../ui/Notice";
import { Select } from "../../ui/Select";
import { TextField } from "../../ui/TextField";

/** What was shot, with what set, in what light, and how it turned out. */
export function LogbookPlace() {
  const [sought, setSought] = useState("");
  const book = useLogbook(sought);
  if (book.isPending) return <Waiting what="the logbook" />;
  if (book.isError)
    return <Notice>The service does not answer. It is asked again when you come back.</Notice>;
  const takes = book.data.pages.flatMap((page) => page.takes);
  return (
    <Book
      takes={takes}
      sought={sought}
      onSeek={setSought}
      onMore={book.hasNextPage ? () => book.fetchNextPage() : null}
    />
  );
}

function Book({
  takes,
  sought,
  onSeek,
  onMore,
}: {
  takes: LoggedTake[];
  sought: string;
  onSeek: (text: string) => void;
  onMore: (() => void) | null;
}) {
  const [by, setBy] = useState<Grouping>("scene");
  const found = takes;
  const none = takes.length === 0 && sought.trim() === "";
  const groups = useMemo(() => grouped(found, by), [found, by]);
  return (
    <div className="mx-auto w-full max-w-[76rem] px-4 py-3">
      <header className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1 className="text-place">Logbook</h1>
        <span className="ml-auto flex flex-wrap items-center gap-3">
          <BringIn />
          {!none ? (
            <>
              <a href="/api/logbook.csv" download="logbook.csv" className="text-sea underline">
                Table
              </a>
              <a href="/api/logbook.json" download="logbook.json" className="text-sea underline">
                Document
              </a>
            </>
          ) : null}
        </span>
      </header>
      {none ? (
        <p className="max-w-[46rem] border rule bg-paper px-4 py-3">
          No take yet. Count takes in{" "}
          <a href="/field" className="text-sea underline">
            the field
          </a>
          , or bring a logbook in: each stands here with the set it was filmed with, its light and how it
          turned out.
        </p>
      ) : (
        <>
          <p className="font-title text-verdict font-semibold">
            {onMore ? "Of the latest: " : ""}
            {outcome(found)}
          </p>
          <div className="my-2 flex flex-wrap items-end gap-4">
            <span className="flex items-center gap-2">
              <span className="text-soft" aria-hidden>
                By
              </span>
              <Select
                aria-label="Grouped by"
                value={by}
                choices={GROUPINGS.map((one) => ({ ...one }))}
                onChoose={(value) => setBy(value as Grouping)}
              />
            </span>
            <TextField label="Find" value={sought} onType={onSeek} />
          </div>
          {groups.map((group) => (
            <Part key={group.name} group={group} by={by} />
          ))}
          {groups.length === 0 ? <p className="text-soft">Nothing here matches that.</p> : null}
          {onMore ? <More onMore={onMore} what="takes" /> : null}
        </>
      )}
    </div>
  );
}

function Part({ group, by }: { group: Group; by: Grouping }) {
  return (
    <section aria-label={group.name} className="mt-3">
      <h2 className="flex flex-wrap items-baseline gap-x-3 border-b rule text-head">
        {group.name}
        <span className="font-sans text-base font-normal text-soft">{group.told}</span>
      </h2>
      <div className="overflow-x-auto">
        <table className="w-full text-small">
          <thead className="sr-only">
            <tr>
              <th>When</th>
              <th>What</th>
              <th>Set</th>
              <th>Light</th>
              <th>How it turned out</th>
            </tr>
          </thead>
          <tbody>
            {group.takes.map((take) => (
              <Row key={take.id} take={take} by={by} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const when = (iso: string) => {
  const at = new Date(iso);
  const date = at.toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" });
  return `${date}, ${timeShown(60 * at.getHours() + at.getMinutes())}`;
};

function Row({ take, by }: { take: LoggedTake; by: Grouping }) {
  const told = [take.verdict ?? "not judged", ...take.faults.map(faultText)].join(", ");
  const what = [by === "scene" ? "" : take.scene, by === "camera" ? "" : take.camera_name].filter(Boolean);
  return (
    <tr className="border-b border-hair/50 align-baseline">
      <td className="py-1 pr-3 whitespace-nowrap">{when(take.at)}</td>
      <td className="pr-3">
        Take {take.number}
        {what.length > 0 ? `, ${what.join(", ")}` : ""}
      </td>
      <td className="pr-3">
        {by === "set" ? "" : setLine(take)}
        {take.which === "dialled" ? <span className="text-soft"> as dialled in</span> : null}
      </td>
      <td className="pr-3 whitespace-nowrap">
        {take.ev100 == null ? "" : level(take.ev100)}
        {take.light_from ? <span className="text-soft"> {take.light_from}</span> : null}
      </td>
      <td className={take.verdict === "keep" ? "font-semibold" : ""}>
        {told}
        {take.notes.length > 0 ? <span className="text-soft">: {take.notes.join("; ")}</span> : null}
      </td>
    </tr>
  );
}

function BringIn() {
  const input = useRef<HTMLInputElement>(null);
  const bring = useBringLogbook();
  const refused = bring.error instanceof Refused ? bring.error : null;
  const said = bring.data;
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
        className="hidden"
        aria-label="A logbook to bring in"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) bring.mutate(file);
          event.target.value = "";
        }}
      />
      <Button disabled={bring.isPending} onClick={() => input.current?.click()}>
        {bring.isPending ? "Bringing it in …" : "Bring one in"}
      </Button>
      {bring.isError ? (
        <Notice>
          {refused
            ? refused.fields[0]
              ? `${refused.fields[0].path.join(" ")}: ${refused.fields[0].message}`
              : refused.message
            : "There is no connection."}
        </Notice>
      ) : null}
      {said ? (
        <span role="status" className="text-soft">
          {said.new} of {said.of} takes were new.
        </span>
      ) : null}
    </>
  );
}
