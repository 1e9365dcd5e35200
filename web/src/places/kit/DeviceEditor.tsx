import { NavLink, useParams } from "react-router";
import type { Device } from "../../domain/documents";
import { words } from "../../domain/format";
import { KEEPING } from "../../domain/keeping";
import { countIn, type FormField, SECTIONS } from "../../domain/kit/deviceForm";
import { type DeviceDraft, useDeviceDraft } from "../../state/kit/deviceDraft";
import { useDevice, useWarnings } from "../../state/kit/kit";
import { Clash } from "../../ui/Clash";
import { ChoiceField, FlagField } from "../../ui/Field";
import { Notice, Waiting } from "../../ui/Notice";
import { TextField } from "../../ui/TextField";
import { UndoButtons } from "../../ui/UndoButtons";
import { Nowhere } from "../Nowhere";
import { PartTable } from "./PartTable";

/** A whole camera, described in fields and tables; kept as it is typed. */
export function DeviceEditor() {
  const { deviceId = "" } = useParams();
  const device = useDevice(deviceId);
  if (device.isPending) return <Waiting what="the camera" />;
  if (device.isError) return <Nowhere />;
  return <Editor key={deviceId} deviceId={deviceId} device={device.data} />;
}

const named = (path: (string | number)[]) =>
  path.map((part) => (typeof part === "number" ? part + 1 : part.replaceAll("_", " "))).join(" · ");

function Editor({ deviceId, device }: { deviceId: string; device: Device }) {
  const { section: wanted } = useParams();
  const draft = useDeviceDraft(deviceId, device);
  const section = SECTIONS.find(({ key }) => key === wanted);
  if (!section) return <Nowhere />;
  const whole = draft.problems.get("whole");
  return (
    <div className="px-4 py-3">
      <Head deviceId={deviceId} name={device.name} draft={draft} />
      {draft.clash ? <Clash clash={draft.clash} named={named} /> : null}
      {whole ? <Notice>{whole}</Notice> : null}
      {draft.resumed && draft.keeping !== "kept" ? (
        <Notice tone="plain">This is what you typed last time; it was not kept yet.</Notice>
      ) : null}
      <Slips deviceId={deviceId} />
      {section.fields.length > 0 ? (
        <div className="mb-5 grid max-w-5xl grid-cols-2 gap-x-4 gap-y-2.5 border rule bg-paper p-4 md:grid-cols-4">
          {section.fields
            .filter(({ only }) => !only || only === draft.typed.fields.kind)
            .map((field) => (
              <One key={field.path} field={field} draft={draft} />
            ))}
        </div>
      ) : null}
      {section.tables.length > 0 ? (
        <p className="mb-2 text-note text-soft">
          Arrows and Enter move; Alt with an arrow moves the row; Ctrl+Enter copies a row below, Ctrl+Delete
          takes it out; cells from a spreadsheet can be pasted.
        </p>
      ) : null}
      {section.tables.map((table) => (
        <PartTable
          key={table.path}
          table={table}
          grid={draft.typed.tables[table.path] ?? []}
          problems={draft.problems}
          onChange={(grid) => draft.setTable(table.path, grid)}
          onUndo={draft.undo}
          onRedo={draft.redo}
        />
      ))}
    </div>
  );
}

function Head({ deviceId, name, draft }: { deviceId: string; name: string; draft: DeviceDraft }) {
  const trouble = draft.keeping === "refused" || draft.keeping === "offline";
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-b rule pb-2">
      <h1 className="text-place">{name}</h1>
      <nav aria-label="Parts of the camera" className="flex flex-wrap gap-1">
        {SECTIONS.map((one) => {
          const wrong = countIn(one, draft.problems);
          return (
            <NavLink
              key={one.key}
              to={`/kit/${deviceId}/edit/${one.key}`}
              className="rounded-sm px-2 py-0.5 hover:bg-sea-wash aria-[current=page]:bg-sea-wash aria-[current=page]:font-semibold"
            >
              {one.title}{" "}
              {wrong ? <span className="font-semibold text-signal">{wrong} to put right</span> : null}
            </NavLink>
          );
        })}
      </nav>
      <span
        role="status"
        className={`ml-auto text-note ${trouble ? "font-semibold text-signal" : "text-soft"}`}
      >
        {draft.keeping === "refused"
          ? `Not kept: ${draft.problems.size} to put right`
          : KEEPING[draft.keeping]}
      </span>
      <UndoButtons {...draft} />
      <NavLink
        to={`/kit/${deviceId}`}
        className="rounded-sm border rule px-2.5 py-0.5 font-semibold hover:bg-sea-wash"
      >
        Done
      </NavLink>
    </div>
  );
}

function One({ field, draft }: { field: FormField; draft: DeviceDraft }) {
  const value = draft.typed.fields[field.path] ?? "";
  const set = (text: string) => draft.setField(field.path, text);
  const { label, unit, range } = field;
  const shared = { label, unit, range, problem: draft.problems.get(field.path) };
  if (field.kind === "flag") {
    return (
      <div className="self-end pb-1">
        <FlagField label={field.label} value={value === "yes"} onFlip={(flag) => set(flag ? "yes" : "no")} />
      </div>
    );
  }
  const box = field.choices ? (
    <ChoiceField
      {...shared}
      value={value}
      choices={field.choices.map((choice) => ({ value: choice, text: words(choice) }))}
      onChoose={set}
    />
  ) : (
    <TextField {...shared} hint={field.hint} value={value} onType={set} />
  );
  return <div className={field.wide ? "col-span-2" : ""}>{box}</div>;
}

/** What is possible but hardly true; nothing is refused for it. */
function Slips({ deviceId }: { deviceId: string }) {
  const warnings = useWarnings(deviceId);
  if (!warnings.data?.length) return null;
  return (
    <ul aria-label="Looks like a slip" className="mb-2 border-l-4 rule bg-paper px-3 py-1 text-small">
      {warnings.data.slice(0, 6).map((one) => (
        <li key={`${one.path.join(".")} ${one.message}`}>
          Looks like a slip
          {typeof one.path[1] === "number" ? ` in ${one.path[0]}, row ${one.path[1] + 1}` : ""}: {one.message}
          .
        </li>
      ))}
      {warnings.data.length > 6 ? <li>and {warnings.data.length - 6} more</li> : null}
    </ul>
  );
}
