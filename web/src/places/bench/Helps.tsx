import type { ComeBy, Help } from "../../domain/documents";
import { told as worded } from "../../domain/wording";
import { useHelps, useTakeHelp } from "../../state/bench/helps";
import { Button } from "../../ui/Button";
import { Menu } from "../../ui/Menu";
import { Notice } from "../../ui/Notice";

const COME_BY: { key: ComeBy; text: string }[] = [
  { key: "owned", text: "I have one" },
  { key: "to-borrow", text: "I can borrow one" },
  { key: "to-buy", text: "I will buy one" },
];

/** What outside the camera would help this set most, each worked out by planning with it. */
export function Helps({
  setupId,
  made,
  wanted,
  steady = true,
}: {
  setupId: string;
  made: string;
  wanted: boolean;
  steady?: boolean;
}) {
  const found = useHelps(setupId, made, wanted);
  const take = useTakeHelp(setupId);
  const told = found.data ?? [];
  if (found.data?.length === 0 && !steady)
    return (
      <p className="mb-2 border-l-4 border-sea bg-sea-wash px-3 py-1 text-note">
        Planned with ordinary things, your other cameras and other hours: none would help. Change a wish, or
        film it as it is.
      </p>
    );
  if (!found.isPending && told.length === 0) return null;
  return (
    <section aria-label="What would help most" className="mb-2 border-l-4 border-sea bg-sea-wash px-3 py-1">
      <h3 className="text-small text-soft">What would help most</h3>
      {found.isPending ? <p className="text-note text-soft">Planning with this and that …</p> : null}
      <ul>
        {told.map((help) => (
          <li key={help.key} className="flex items-baseline justify-between gap-3 py-0.5">
            <span>{worded(help.told)}</span>
            <Take
              help={help}
              busy={take.isPending}
              onTake={(come_by) => take.mutate({ key: help.key, come_by })}
            />
          </li>
        ))}
      </ul>
      {take.error ? <Notice>{take.error.message}</Notice> : null}
    </section>
  );
}

function Take({ help, busy, onTake }: { help: Help; busy: boolean; onTake: (come_by: ComeBy) => void }) {
  if (help.kind === "hour") return <span className="shrink-0 text-note text-soft">on the Day</span>;
  if (help.item) {
    return (
      <Menu
        className="shrink-0 bg-paper text-note"
        trigger="Into the bag"
        about={`${worded(help.label)}, for the packing list`}
        items={COME_BY}
        onChoose={(key) => onTake(key as ComeBy)}
      />
    );
  }
  return (
    <Button className="shrink-0 py-0 text-note" disabled={busy} onClick={() => onTake("owned")}>
      {help.kind === "camera" ? "Put it on the scene" : "Take it"}
    </Button>
  );
}
