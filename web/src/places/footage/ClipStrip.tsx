import { Trash2 } from "lucide-react";
import type { DragEvent } from "react";
import { Link } from "react-router";
import type { ClipView, ShootView } from "../../domain/documents";
import { doubt, filmedAt, length, size, verdict } from "../../domain/footage/footage";
import { useReadingJob } from "../../state/footage/footage";
import { Bar } from "../../ui/Bar";
import { Button } from "../../ui/Button";
import { OfScene } from "./OfScene";

/** A clip on the contact sheet: a strip of its pictures, with what it says in pencil beneath. */
export function ClipStrip({
  clip,
  shoot,
  zone,
  onDragStart,
  onMove,
  onRemove,
}: {
  clip: ClipView;
  shoot: ShootView;
  /** Of the clocks where it was filmed. */
  zone: string;
  onDragStart: (event: DragEvent) => void;
  onMove: (setup_id: string | null) => void;
  onRemove: () => void;
}) {
  const said = verdict(clip);
  const unsure = doubt(clip);
  const facts = [
    filmedAt(clip.made_at, zone),
    clip.size,
    clip.seconds > 0 ? length(clip.seconds) : "",
    size(clip.bytes),
  ];
  const job = useReading(clip);
  return (
    <li
      draggable
      onDragStart={onDragStart}
      className="grid items-center gap-x-4 gap-y-1 border-b border-hair/50 py-1.5 sm:grid-cols-[minmax(0,30rem)_1fr]"
    >
      <Link
        to={`/shoots/${shoot.id}/footage/${clip.id}`}
        className="block overflow-hidden border rule bg-ground"
        aria-label={`Open ${clip.name}`}
      >
        {clip.has.includes("sheet") ? (
          <img src={`/api/clips/${clip.id}/sheet`} alt="" className="block w-full" draggable={false} />
        ) : (
          <span className="block px-2 py-3 text-small text-soft">No picture yet</span>
        )}
      </Link>
      <div className="min-w-0">
        <p className="flex flex-wrap items-baseline gap-x-3">
          <Link to={`/shoots/${shoot.id}/footage/${clip.id}`} className="font-semibold hover:underline">
            {clip.name}
          </Link>
          <span className="text-small text-soft">{facts.filter(Boolean).join(", ")}</span>
        </p>
        <p className={`font-title ${said.tone === "signal" ? "text-signal" : ""}`}>
          {clip.state === "waiting" && job ? READING : said.text}
        </p>
        {job ? (
          <Bar share={job.progress} label={`Reading ${clip.name}`} className="my-1 h-1.5 max-w-60" />
        ) : null}
        <p className="mt-0.5 flex flex-wrap items-center gap-2 text-small">
          <OfScene clip={clip} shoot={shoot} onChoose={onMove} />
          {unsure ? <span className="text-signal">{unsure}</span> : null}
          <Button look="quiet" onClick={onRemove} aria-label={`Delete ${clip.name}`} className="ml-auto">
            <Trash2 size={14} aria-hidden />
          </Button>
        </p>
      </div>
    </li>
  );
}

const READING = "is being read";

/** The job that reads a clip just now, or null. */
function useReading(clip: ClipView) {
  const going = clip.state === "waiting" || clip.state === "first";
  const job = useReadingJob(clip.job_id, going);
  return going && job.data?.state === "running" ? job.data : null;
}
