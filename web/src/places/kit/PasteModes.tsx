import { useState } from "react";
import { useClips } from "../../state/kit/clipFacts";
import { useTakeSpecification, useUnderstood } from "../../state/kit/specification";
import { Button } from "../../ui/Button";
import { FlagField } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";

const EXAMPLE = "4K 16:9: 24/25/30/50/60\n2.7K 4:3: 60, 120\n1080p240";

const keyOf = (mode: { resolution: string; frame_shape: string }) => `${mode.resolution} ${mode.frame_shape}`;

/** Modes out of a specification sheet: what is understood is shown before it is taken, what is not stays visible. */
export function PasteModes({ deviceId, name }: { deviceId: string; name: string }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const found = useUnderstood(text);
  const take = useTakeSpecification(deviceId);
  const clips = useClips();
  const [beside, setBeside] = useState(false);
  const read = (files: File[]) =>
    clips.mutate(files, {
      onSuccess: ({ lines }) => {
        setText((before) => [before.trim(), lines].filter(Boolean).join("\n"));
        setBeside(true);
      },
    });
  const [without, leaveOut] = useState<string[]>([]);
  const modes = found.data?.modes ?? [];
  const count = modes
    .filter((mode) => !without.includes(keyOf(mode)))
    .reduce((sum, mode) => sum + mode.rates.length, 0);
  const flip = (key: string) =>
    leaveOut((before) => (before.includes(key) ? before.filter((one) => one !== key) : [...before, key]));
  return (
    <>
      <Button className="font-semibold" onClick={() => setOpen(true)}>
        Paste its modes
      </Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title="Paste its modes"
        about={`Lines of ${name}'s specification, or a table of a spreadsheet: a size, then its frame rates.`}
      >
        <label className="block">
          <span className="text-fine text-soft">Specification</span>
          <textarea
            className="h-32 w-full rounded-sm border rule bg-paper p-2"
            value={text}
            placeholder={EXAMPLE}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <label className="mt-1 block text-small">
          <span className="text-soft">
            Or clips and stills it made: their size and rate are read here, nothing is sent.{" "}
          </span>
          <input
            type="file"
            multiple
            accept="video/*,image/*,.mp4,.mov,.mkv,.webm"
            onChange={(event) => {
              read([...(event.target.files ?? [])]);
              event.target.value = "";
            }}
          />
        </label>
        {clips.isPending ? <p role="status">Reading them …</p> : null}
        {clips.data?.unread.length ? (
          <p role="alert" className="text-signal">
            Not read: {clips.data.unread.join(", ")}. This browser knows no clip or still like it.
          </p>
        ) : null}
        {clips.data?.rateless ? (
          <p role="status" className="text-small">
            A still tells its size only: type the frame rates after it.
          </p>
        ) : null}
        {modes.length > 0 ? (
          <table className="mt-2 w-full" aria-label="Understood">
            <thead>
              <tr className="text-left text-note text-soft">
                <th className="font-normal">Size</th>
                <th className="font-normal">Pixels</th>
                <th className="font-normal">Rates</th>
                <th className="font-normal">From the words</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {modes.map((mode) => (
                <tr
                  key={keyOf(mode)}
                  className={`border-t border-hair/60 align-baseline ${
                    without.includes(keyOf(mode)) ? "text-soft line-through" : ""
                  }`}
                >
                  <td className="pr-3 whitespace-nowrap">
                    {mode.resolution} {mode.frame_shape}
                  </td>
                  <td className="pr-3 whitespace-nowrap">
                    {mode.width_px} × {mode.height_px}
                  </td>
                  <td className="pr-3">{mode.rates.join(" ")}</td>
                  <td className="text-note text-soft">{mode.said}</td>
                  <td className="text-right">
                    <Button look="quiet" className="py-0 text-note" onClick={() => flip(keyOf(mode))}>
                      {without.includes(keyOf(mode)) ? "Take it" : "Leave out"}
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ) : null}
        {found.data?.left.length ? (
          <section aria-label="Not understood" className="mt-2">
            <h3 className="text-small text-soft">Not understood, and left out</h3>
            <ul className="text-signal">
              {found.data.left.map((line, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: lines may be equal
                <li key={at}>{line}</li>
              ))}
            </ul>
          </section>
        ) : null}
        {take.isError ? <Notice>{take.error.message}</Notice> : null}
        <FlagField label="Keep the modes it has, and add what is new" value={beside} onFlip={setBeside} />
        <p className="my-2 text-note text-soft">
          {beside ? "" : "They replace the modes it has. "}Stabilisation, bit rates and power are taken from
          the nearest mode it had. Undo brings the old table back.
        </p>
        <Button
          look="strong"
          disabled={count === 0 || take.isPending}
          onClick={() => take.mutate({ text, beside, without }, { onSuccess: () => setOpen(false) })}
        >
          Take {count === 0 ? "them" : count === 1 ? "1 mode" : `these ${count} modes`}
        </Button>
      </Sheet>
    </>
  );
}
