import { helperAddress } from "../../domain/kit/sharing";
import { useOwnLink } from "../../state/shoots/links";
import { useTakeOut } from "../../state/transfers";
import { OnItsWay } from "../../ui/OnItsWay";
import { Tip } from "../../ui/Tip";

const FILES = [
  { ending: "pdf", name: "Day sheet", about: "to print" },
  { ending: "ics", name: "Calendar", about: "windows, changes, charging" },
  { ending: "csv", name: "Table", about: "the light minute by minute" },
];

/** The day to take along: printed, in the calendar, as a table. */
export function Exports({ shootId }: { shootId: string }) {
  const take = useTakeOut();
  const link = useOwnLink(shootId);
  // The sheet carries the code of the link that was made for helpers.
  const code = link
    ? `?address=${encodeURIComponent(helperAddress(window.location.origin, link.token))}`
    : "";
  return (
    <nav aria-label="Take the day along" className="ml-auto flex gap-3 text-small">
      {FILES.map((file) => (
        <Tip key={file.ending} own words={file.about}>
          <a
            href={`/api/shoots/${shootId}/day.${file.ending}${file.ending === "pdf" ? code : ""}`}
            className="text-soft underline hover:text-ink"
            onClick={(event) => {
              // With a key held down it is the browser's own: another tab, another window.
              if (event.ctrlKey || event.metaKey || event.shiftKey) return;
              event.preventDefault();
              take.mutate({ url: event.currentTarget.href, name: `day.${file.ending}` });
            }}
          >
            {file.name}
          </a>
        </Tip>
      ))}
      {take.far ? (
        <OnItsWay words="Making it …" share={take.far.share} onStop={take.stop} />
      ) : take.error ? (
        <span role="alert" className="text-signal">
          {take.error.message}
        </span>
      ) : null}
    </nav>
  );
}
