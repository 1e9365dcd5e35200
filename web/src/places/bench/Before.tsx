import { Link } from "react-router";
import { faultText } from "../../domain/field/entries";
import { setLine } from "../../domain/field/logbook";
import { level } from "../../domain/format";
import { useBefore } from "../../state/logbook/logbook";

/** How this set did before, in such light on such a scene: from the logbook, where anything alike was filmed. */
export function Before({
  setupId,
  revision,
  wanted,
}: {
  setupId: string;
  revision: number;
  wanted: boolean;
}) {
  const { data } = useBefore(setupId, revision, wanted);
  if (!data) return null;
  return (
    <details className="border-b rule py-1.5">
      <summary className="cursor-pointer">
        <span className="font-semibold">Before.</span> {data.words}
      </summary>
      <ul className="mt-1">
        {data.takes.map((take) => (
          <li key={take.id} className="border-b border-hair/50 py-0.5 text-small">
            <span className={take.verdict === "keep" ? "font-semibold" : ""}>
              {[take.verdict ?? "not judged", ...take.faults.map(faultText)].join(", ")}
            </span>
            <span className="text-soft">
              {": "}
              {[take.scene, take.ev100 == null ? "" : level(take.ev100), setLine(take)]
                .filter(Boolean)
                .join("; ")}
            </span>
          </li>
        ))}
      </ul>
      <Link to="/logbook" className="text-small text-sea underline">
        All takes
      </Link>
    </details>
  );
}
