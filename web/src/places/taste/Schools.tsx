import { useState } from "react";
import type { SchoolView, Stance } from "../../domain/documents";
import { words } from "../../domain/format";
import { Refused } from "../../domain/refused";
import { useVocabulary } from "../../state/queries";
import { useDeleteSchool, useSaveSchool, useUsualSchool } from "../../state/taste/stances";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";

type Axes = Record<string, string>;

/** Every school in a column, every axis in a line; what differs from the first stands out. */
export function Schools({ schools }: { schools: SchoolView[] }) {
  const vocabulary = useVocabulary();
  const usual = useUsualSchool();
  const [open, setOpen] = useState<SchoolView | null>(null);
  const [gone, setGone] = useState<SchoolView | null>(null);
  const axes = vocabulary.data?.axes ?? [];
  const first = schools[0]?.stance as unknown as Axes | undefined;
  return (
    <section aria-label="Schools" className="mb-6 border rule bg-paper">
      <h2 className="border-b-2 border-ink px-4 py-2 text-verdict">Schools</h2>
      <div className="relative overflow-x-auto">
        <table className="w-full text-small" aria-label="Schools by axis">
          <thead>
            <tr className="border-b rule align-bottom">
              <td />
              {schools.map((school) => (
                <th key={school.key} scope="col" className="min-w-28 px-2 py-1.5 text-left font-normal">
                  <span className="block font-title text-lead font-semibold">{school.name}</span>
                  <span className="block text-fine leading-tight text-soft">{school.line}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {axes.map((axis) => (
              <tr key={axis.key} className="border-b border-hair/60">
                <th scope="row" className="py-0.5 pl-4 text-left font-normal whitespace-nowrap text-soft">
                  {axis.label}
                </th>
                {schools.map((school) => {
                  const position = (school.stance as unknown as Axes)[axis.key] ?? "";
                  return (
                    <td
                      key={school.key}
                      className={`px-2 ${position === first?.[axis.key] ? "text-soft" : "font-semibold"}`}
                    >
                      {words(position)}
                    </td>
                  );
                })}
              </tr>
            ))}
            <tr className="align-baseline">
              <th scope="row" className="py-1.5 pl-4 text-left font-normal whitespace-nowrap text-soft">
                Holds by default
              </th>
              {schools.map((school) => (
                <td key={school.key} className="px-2 py-1.5">
                  <label className="flex items-center gap-1.5">
                    <input
                      type="radio"
                      name="usual"
                      className="accent-(--sea)"
                      checked={usual.isPending ? usual.variables === school.key : school.usual}
                      onChange={() => usual.mutate(school.key)}
                    />
                    <span className="sr-only">{school.name} holds by default</span>
                  </label>
                  <Button
                    look="quiet"
                    className="px-0 py-0 text-note underline"
                    onClick={() => setOpen(school)}
                    aria-label={`${school.own ? "Change" : "Start from it"}: ${school.name}`}
                  >
                    {school.own ? "Change" : "Start from it"}
                  </Button>
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
      {gone ? <Gone school={gone} onBack={() => setGone(null)} /> : null}
      {open ? <SchoolSheet school={open} onClose={() => setOpen(null)} onGone={setGone} /> : null}
    </section>
  );
}

type SheetProps = { school: SchoolView; onClose: () => void; onGone: (school: SchoolView) => void };

/** A school that was just deleted, to be kept again as it was. */
function Gone({ school, onBack }: { school: SchoolView; onBack: () => void }) {
  const again = useSaveSchool(school);
  return (
    <p role="status" className="mt-2 flex flex-wrap items-baseline gap-2">
      {again.error ? again.error.message : `${school.name} is deleted.`}
      <Button
        look="quiet"
        disabled={again.isPending}
        onClick={() =>
          again.mutate({ key: null, stance: school.stance, line: school.line }, { onSuccess: onBack })
        }
      >
        Bring it back
      </Button>
    </p>
  );
}

function SchoolSheet({ school, onClose, onGone }: SheetProps) {
  const vocabulary = useVocabulary();
  const save = useSaveSchool(school);
  const remove = useDeleteSchool();
  const [name, setName] = useState(school.own ? school.name : `${school.name}, mine`);
  const [line, setLine] = useState(school.line);
  const [axes, setAxes] = useState<Axes>(() => ({ ...(school.stance as unknown as Axes) }));
  const error = save.error ?? remove.error;
  const refused = error instanceof Refused ? error : null;
  return (
    <Sheet
      open
      onOpenChange={(shown) => !shown && onClose()}
      title={school.own ? school.name : `Start from ${school.name}`}
      about={
        school.own ? "Everything planned under it is planned anew." : "Move the axes and keep it as your own."
      }
    >
      <form
        noValidate
        className="grid grid-cols-2 gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const stance = { ...axes, name } as unknown as Stance;
          save.mutate({ key: school.own ? school.key : null, stance, line }, { onSuccess: onClose });
        }}
      >
        <div className="col-span-2">
          <TextField label="Name" value={name} problem={refused?.at("stance.name")} onType={setName} />
        </div>
        <div className="col-span-2">
          <TextField
            label="Its one honest line"
            value={line}
            problem={refused?.at("line")}
            onType={setLine}
          />
        </div>
        {(vocabulary.data?.axes ?? []).map((axis) => (
          <ChoiceField
            key={axis.key}
            label={axis.label}
            value={axes[axis.key] ?? ""}
            choices={axis.positions.map((position) => ({ value: position, text: words(position) }))}
            onChoose={(position) => setAxes({ ...axes, [axis.key]: position })}
          />
        ))}
        {error && !refused?.fields.length ? (
          <p role="alert" className="col-span-2 text-signal">
            {refused?.message ?? "No connection. What you chose is still here."}
          </p>
        ) : null}
        <div className="col-span-2 flex items-center gap-3">
          <Button look="strong" type="submit" disabled={save.isPending}>
            Keep it
          </Button>
          {school.own ? (
            <Button
              look="quiet"
              className="text-signal"
              onClick={() =>
                remove.mutate(school.key, {
                  onSuccess: () => {
                    onGone(school);
                    onClose();
                  },
                })
              }
            >
              Delete this school
            </Button>
          ) : null}
        </div>
      </form>
    </Sheet>
  );
}
