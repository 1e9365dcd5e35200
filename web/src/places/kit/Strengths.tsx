import type { DeviceView, Strength } from "../../domain/documents";
import { told } from "../../domain/wording";
import { useStrengths } from "../../state/kit/kit";
import { Select } from "../../ui/Select";

/** What a camera is good at, as the planner finds it, beside another camera when wished. */
export function Strengths({
  deviceId,
  name,
  devices,
  other,
  onOther,
}: {
  deviceId: string;
  name: string;
  devices: DeviceView[];
  other: string | null;
  onOther: (id: string | null) => void;
}) {
  const mine = useStrengths(deviceId);
  const theirs = useStrengths(other);
  const otherName = devices.find((device) => device.id === other)?.name;
  return (
    <section aria-label="What it is good at" className="mb-4 border rule bg-paper">
      <header className="flex flex-wrap items-baseline gap-3 border-b rule px-4 py-2">
        <h2 className="text-head">What it is good at</h2>
        {mine.data ? <span>{inShort(mine.data)}</span> : null}
        <span className="text-note text-soft">planned under a middle stance; fewer stops are better</span>
        <span className="ml-auto flex items-center gap-1.5 text-small">
          <span className="text-soft" aria-hidden>
            Beside
          </span>
          <Select
            aria-label="Beside"
            value={other ?? ""}
            choices={[
              { value: "", text: "no other" },
              ...devices
                .filter((device) => device.id !== deviceId)
                .map((device) => ({ value: device.id, text: device.name })),
            ]}
            onChoose={(value) => onOther(value || null)}
          />
        </span>
      </header>
      {mine.data ? (
        <table className="w-full text-small" aria-label="Standard scenes">
          <thead>
            <tr className="border-b rule text-left text-note text-soft">
              <th className="w-60 py-1 pl-4 font-normal">Scene</th>
              <th className="font-normal">{name}</th>
              {other ? <th className="pr-4 font-normal">{otherName}</th> : null}
            </tr>
          </thead>
          <tbody>
            {mine.data.map((one) => {
              const rival = theirs.data?.find((theirsOne) => theirsOne.scene === one.scene);
              const wins = rival && better(one, rival);
              return (
                <tr key={one.scene} className="border-b border-hair/60 align-top">
                  <th scope="row" className="py-1 pl-4 text-left font-normal">
                    {one.scene}
                  </th>
                  <StrengthCell strength={one} wins={wins === true} />
                  {other ? <StrengthCell strength={rival} wins={wins === false} /> : null}
                </tr>
              );
            })}
          </tbody>
        </table>
      ) : (
        <p role="status" className="px-4 py-2 text-soft">
          {mine.isError ? "The service does not answer." : "Planning the standard scenes …"}
        </p>
      )}
    </section>
  );
}

/** The scenes at the ends of the scale, in a phrase. */
function inShort(strengths: Strength[]): string {
  const done = strengths.filter((one) => one.cost !== null);
  const byCost = [...done].sort((one, other) => (one.cost ?? 0) - (other.cost ?? 0));
  const [best, weakest] = [byCost[0], byCost.at(-1)];
  if (!best || !weakest || best === weakest) return "";
  return `Best: ${best.scene.toLowerCase()}. Weakest: ${weakest.scene.toLowerCase()}.`;
}

function better(one: Strength, other: Strength): boolean {
  return (one.cost ?? Number.POSITIVE_INFINITY) <= (other.cost ?? Number.POSITIVE_INFINITY);
}

function StrengthCell({ strength, wins }: { strength: Strength | undefined; wins: boolean }) {
  if (!strength) return <td className="py-1 text-soft">…</td>;
  return (
    <td className={`py-1 pr-4 ${wins ? "bg-sea-wash" : ""}`}>
      <span className="mr-2 text-lead font-semibold">
        {strength.cost === null ? "not there" : `${strength.cost.toFixed(1)} stops`}
      </span>
      {told(strength.words)}
      {strength.best && strength.weakest ? (
        <div className="text-note">
          Best mode {strength.best.mode}
          {strength.best.reason ? `, ${strength.best.reason}` : ""}
          {strength.weakest.mode === strength.best.mode
            ? "."
            : `; weakest ${strength.weakest.mode}, ${strength.weakest.cost.toFixed(1)} stops more, for ${strength.weakest.reason}.`}
        </div>
      ) : null}
      {strength.pays ? <div className="text-note text-soft">Pays {told(strength.pays)}.</div> : null}
    </td>
  );
}
