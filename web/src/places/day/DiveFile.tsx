import { useState } from "react";
import { pointsOf, pointsText } from "../../domain/day/dive";
import type { SceneDay, WaterDay } from "../../domain/documents";
import { wordsOf } from "../../domain/wrong";
import type { FilmingState } from "../../state/day/day";
import { useTyped } from "../../state/typed";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/TextField";

/** A dive profile: from a log (UDDF or CSV), or written as a few points. */
export function DiveFile({ scene, water, film }: { scene: SceneDay; water: WaterDay; film: FilmingState }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const typed = useTyped(pointsText(water.profile), (text) => {
    const points = pointsOf(text);
    if (typeof points === "string") setProblem(points);
    else {
      setProblem(null);
      film.keep(scene.id, { profile: points });
    }
  });
  const bring = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    try {
      await film.dive(scene.id, file);
      setProblem(null);
    } catch (error) {
      setProblem(wordsOf(error, "No connection: the log was not taken."));
    }
    setBusy(false);
  };
  return (
    <div className="mt-1 flex flex-wrap items-end gap-2">
      <div className="min-w-[11rem] grow">
        <TextField
          label="Depth along the dive"
          unit="min:m"
          value={typed.text}
          problem={problem ?? undefined}
          onType={typed.type}
        />
      </div>
      <label className="cursor-pointer rounded-sm border rule px-2 py-1 text-note hover:bg-sea-wash focus-within:outline-2">
        {busy ? "Reading…" : "Dive log…"}
        <input
          type="file"
          accept=".uddf,.xml,.csv,.txt"
          className="sr-only"
          disabled={busy}
          onChange={(event) => {
            bring(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      {water.profile.length ? (
        <Button look="quiet" onClick={() => film.keep(scene.id, { profile: [] })}>
          Without
        </Button>
      ) : null}
    </div>
  );
}
