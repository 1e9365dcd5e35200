import { Tip } from "../../ui/Tip";

const FILES = [
  { ending: "pdf", name: "Day sheet", about: "to print" },
  { ending: "ics", name: "Calendar", about: "windows, changes, charging" },
  { ending: "csv", name: "Table", about: "the light minute by minute" },
];

/** The day to take along: printed, in the calendar, as a table. */
export function Exports({ shootId }: { shootId: string }) {
  return (
    <nav aria-label="Take the day along" className="ml-auto flex gap-3 text-small">
      {FILES.map((file) => (
        <Tip key={file.ending} own words={file.about}>
          <a
            href={`/api/shoots/${shootId}/day.${file.ending}`}
            className="text-soft underline hover:text-ink"
          >
            {file.name}
          </a>
        </Tip>
      ))}
    </nav>
  );
}
