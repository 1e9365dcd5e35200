import type { Option } from "../../domain/documents";
import { stops } from "../../domain/format";
import { told } from "../../domain/wording";
import { useWhatIf } from "../../state/taste/stances";

/** What a value would change, number by number, before it is pinned. */
export function WhatIf({
  setupId,
  setting,
  option,
  made,
}: {
  setupId: string;
  setting: string;
  option: Option;
  /** Changes with the plan, so that an answer never outlives it. */
  made: string;
}) {
  const answer = useWhatIf(setupId, setting, option.value, made);
  if (answer.isError) return <p className="mt-1 text-note text-soft">This value cannot be tried just now.</p>;
  if (!answer.data) return <p className="mt-1 text-note text-soft">Trying {option.text} …</p>;
  if (answer.data.outcome === "conflict") {
    return <p className="mt-1 text-note text-signal">{answer.data.words}</p>;
  }
  const { cost, figures, decisions, prices, low_mark_stops, high_mark_stops } = answer.data;
  const marks = [
    low_mark_stops ? `low mark ${stops(low_mark_stops)}` : "",
    high_mark_stops ? `high mark ${stops(high_mark_stops)}` : "",
  ].filter(Boolean);
  const others = decisions.filter((one) => one.setting !== setting);
  return (
    <section aria-label={`What if ${option.text}`} className="mt-1.5 border-t rule pt-1 text-note">
      <p>
        <span className="font-semibold">With {option.text}</span>: {stops(cost, 2)} stops in all
        {marks.length ? `; ${marks.join(", ")}` : ""}.
      </p>
      {figures.length > 0 ? (
        <ul aria-label="Figures that change" className="grid grid-cols-2 gap-x-4">
          {figures.map((one) => (
            <li key={one.key} className="flex justify-between gap-2 border-b border-hair/50">
              <span className="text-soft">{one.label}</span>
              <span>
                {told(one.here ?? "none")} →{" "}
                <span className="font-semibold">{told(one.there ?? "none")}</span>{" "}
                <span className="text-soft">
                  {typeof (one.there ?? one.here) === "object" ? "" : one.unit}
                </span>
              </span>
            </li>
          ))}
        </ul>
      ) : null}
      {others.length > 0 ? (
        <p className="mt-0.5">
          It brings {others.map((one) => `${one.label} ${one.there} (now ${one.here})`).join(", ")}.
        </p>
      ) : null}
      {prices.map((one) => (
        <p key={one.label} className={one.there > one.here ? "text-signal" : "text-soft"}>
          {one.label} {stops(one.there - one.here)}: {told(one.told)}
        </p>
      ))}
    </section>
  );
}
