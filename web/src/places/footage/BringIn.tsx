import { useRef, useState } from "react";
import type { UploadView } from "../../domain/documents";
import { size } from "../../domain/footage/footage";
import { useHalfHere } from "../../state/footage/footage";
import { callOff, goOn, pause, putAway, type Sending, send, useSending } from "../../state/footage/sending";
import { Bar } from "../../ui/Bar";
import { Button } from "../../ui/Button";
import { InPlace } from "./InPlace";

/** Every file that was dropped, those of folders too. */
async function dropped(items: DataTransferItemList): Promise<File[]> {
  // What is dropped can be asked only at once; some of it has no entry, and is a file by itself.
  const found = [...items].map((item) => ({
    entry: item.webkitGetAsEntry?.() ?? null,
    file: item.getAsFile(),
  }));
  const files = found.map(({ entry, file }) =>
    entry ? filesOf(entry) : Promise.resolve(file ? [file] : []),
  );
  return (await Promise.all(files)).flat();
}

async function filesOf(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile)
    return [await new Promise<File>((done, failed) => (entry as FileSystemFileEntry).file(done, failed))];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: File[] = [];
  for (;;) {
    // A folder is told some at a time, until nothing more comes.
    const some = await new Promise<FileSystemEntry[]>((done, failed) => reader.readEntries(done, failed));
    if (some.length === 0) return found;
    for (const one of some) found.push(...(await filesOf(one)));
  }
}

const worth = (file: File) => !file.name.startsWith(".");

/** Clips and stills on their way in: dropped or chosen, with how far each is. */
export function BringIn({ shootId, first }: { shootId: string; first: boolean }) {
  const input = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const sending = useSending();
  const take = (files: File[]) => send(files.filter(worth), shootId);
  return (
    <section
      aria-label="Bring clips in"
      className={`my-2 border border-dashed px-3 py-2 ${over ? "border-sea bg-sea-wash" : "rule bg-paper"}`}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(false);
        void dropped(event.dataTransfer.items).then(take);
      }}
    >
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className={first ? "text-lead" : "text-soft"}>
          {first
            ? "Drop the clips and stills of this shoot here, or a whole folder: each is read, held against what was planned, and put under its scene."
            : "Drop more clips here, or a folder."}
        </span>
        <span className="flex gap-2">
          <Button look={first ? "strong" : "plain"} onClick={() => input.current?.click()}>
            Choose files
          </Button>
          <Button onClick={() => folder.current?.click()}>Choose a folder</Button>
          <InPlace shootId={shootId} />
        </span>
      </p>
      <input
        ref={input}
        type="file"
        multiple
        accept="video/*,image/*"
        className="hidden"
        aria-label="Clips to bring in"
        onChange={(event) => {
          take([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <input
        ref={(node) => {
          folder.current = node;
          node?.setAttribute("webkitdirectory", "");
        }}
        type="file"
        multiple
        className="hidden"
        aria-label="A folder of clips to bring in"
        onChange={(event) => {
          take([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <OnTheirWay sending={sending} />
      <HalfHere sending={sending} />
    </section>
  );
}

const STATES: Record<Sending["state"], string> = {
  waits: "waits for its turn",
  sends: "",
  paused: "paused",
  known: "",
  done: "here",
  failed: "",
};

function OnTheirWay({ sending }: { sending: Sending[] }) {
  if (sending.length === 0) return null;
  const over = sending.every((one) => ["done", "known", "failed"].includes(one.state));
  return (
    <div className="mt-2">
      <ul>
        {sending.map((one) => (
          <li
            key={one.key}
            className="flex flex-wrap items-center gap-x-3 border-b border-hair/50 py-0.5 text-small"
          >
            <span className="min-w-40 font-semibold">{one.name}</span>
            <Bar
              share={one.bytes ? one.sent / one.bytes : Number(one.state === "done")}
              label={`Sending ${one.name}`}
              className="h-1.5 max-w-48"
            />
            <span className="text-soft">
              {one.state === "done" ? size(one.bytes) : `${size(one.sent)} of ${size(one.bytes)}`}
            </span>
            <span role="status" className={one.state === "failed" ? "text-signal" : "text-soft"}>
              {one.words || STATES[one.state]}
            </span>
            <span className="ml-auto flex gap-1">
              {one.state === "sends" ? <Button onClick={() => pause(one.key)}>Pause</Button> : null}
              {one.state === "paused" || one.state === "failed" ? (
                <Button onClick={() => goOn(one.key)}>Go on</Button>
              ) : null}
              {one.state === "done" || one.state === "known" ? null : (
                <Button look="quiet" onClick={() => callOff(one.key)}>
                  Cancel
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {over ? (
        <Button look="quiet" onClick={putAway}>
          Put this list away
        </Button>
      ) : null}
    </div>
  );
}

const percent = (one: UploadView) => Math.floor((100 * one.received) / Math.max(1, one.bytes));

/** What began to be sent before this page was opened. */
function HalfHere({ sending }: { sending: Sending[] }) {
  const half = useHalfHere();
  const waiting = (half.data ?? []).filter((one) => !sending.some((other) => other.name === one.name));
  if (waiting.length === 0) return null;
  return (
    <p className="mt-2 text-small text-soft">
      Begun and not whole: {waiting.map((one) => `${one.name} (${percent(one)} %)`).join(", ")}. Choose the
      same files again and they go on where they stopped; after a week they are let go.
    </p>
  );
}
