import { useState } from "react";
import type { FolderView } from "../../domain/documents";
import { size, within } from "../../domain/footage/footage";
import { wordsOf } from "../../domain/wrong";
import { useFolder, useReadInPlace } from "../../state/footage/folder";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";

/** Clips that lie on the service's own machine, read there instead of being sent; nothing where it has no folder. */
export function InPlace({ shootId }: { shootId: string }) {
  const [open, setOpen] = useState(false);
  const top = useFolder("");
  if (!top.data?.on) return null;
  return (
    <>
      <Button onClick={() => setOpen(true)}>Read where they lie</Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="Read where they lie"
        about="Clips on the machine of this service, read without being copied. They stay as they are."
      >
        <Folder shootId={shootId} done={() => setOpen(false)} />
      </Sheet>
    </>
  );
}

function Folder({ shootId, done }: { shootId: string; done: () => void }) {
  const [at, setAt] = useState("");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const folder = useFolder(at);
  const read = useReadInPlace(shootId);
  const go = (to: string) => {
    setAt(to);
    setChosen(new Set());
    read.reset();
  };
  const failed = read.error ?? folder.error;
  return (
    <>
      <Way at={at} onGo={go} />
      {failed ? <Notice>{wordsOf(failed)}</Notice> : null}
      {folder.data ? <Files folder={folder.data} chosen={chosen} onChoose={setChosen} onGo={go} /> : null}
      <p className="mt-3 flex gap-2">
        <Button
          look="strong"
          disabled={chosen.size === 0 || read.isPending}
          onClick={() => read.mutate([...chosen], { onSuccess: done })}
        >
          {chosen.size === 1 ? "Read this one" : `Read these ${chosen.size || ""}`.trim()}
        </Button>
        {read.isPending ? <span role="status">They are looked at …</span> : null}
      </p>
    </>
  );
}

/** The folders on the way here, each to go back to. */
function Way({ at, onGo }: { at: string; onGo: (to: string) => void }) {
  return (
    <nav aria-label="Folders on the way" className="mb-1 flex flex-wrap items-center gap-1 text-small">
      {within(at).map((one) => (
        <Button key={one.path} look="quiet" disabled={one.path === at} onClick={() => onGo(one.path)}>
          {one.name}
        </Button>
      ))}
    </nav>
  );
}

const MOST = 100;

function Files({
  folder,
  chosen,
  onChoose,
  onGo,
}: {
  folder: FolderView;
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
  onGo: (to: string) => void;
}) {
  const free = folder.files.filter((one) => one.clip_id === null);
  if (folder.folders.length + folder.files.length === 0)
    return folder.at ? (
      <p className="text-soft">Nothing is in this folder.</p>
    ) : (
      <p className="text-soft">
        Nothing is there yet. Whoever runs this service puts clips, or a link to a disk, into the folder{" "}
        <code className="select-all break-all">{folder.own}</code> of its footage.
      </p>
    );
  return (
    <>
      <ul className="max-h-[44vh] overflow-auto border rule">
        {folder.folders.map((path) => (
          <li key={path} className="border-b border-hair/50 px-2 py-0.5">
            <Button look="quiet" onClick={() => onGo(path)}>
              {path.split("/").at(-1)} ›
            </Button>
          </li>
        ))}
        {folder.files.map((file) => (
          <li key={file.path} className="border-b border-hair/50 px-2 py-1">
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                disabled={file.clip_id !== null || (chosen.size >= MOST && !chosen.has(file.path))}
                checked={chosen.has(file.path)}
                onChange={(event) => {
                  const next = new Set(chosen);
                  if (event.target.checked) next.add(file.path);
                  else next.delete(file.path);
                  onChoose(next);
                }}
              />
              <span className="min-w-0 flex-1 truncate">{file.name}</span>
              <span className="text-small text-soft">{file.clip_id ? "here already" : size(file.bytes)}</span>
            </label>
          </li>
        ))}
      </ul>
      {folder.more ? (
        <p className="text-small text-soft">Only the first are listed; put the rest into folders.</p>
      ) : null}
      {free.length > 1 ? (
        <Button look="quiet" onClick={() => onChoose(new Set(free.slice(0, MOST).map((one) => one.path)))}>
          {free.length > MOST ? `Choose the first ${MOST}` : `Choose all ${free.length}`}
        </Button>
      ) : null}
    </>
  );
}
