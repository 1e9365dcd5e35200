import { useState } from "react";
import { inMetres, metres, shown, unitShown } from "../../domain/habits";
import type { Said } from "../../state/first/first";
import { TextField } from "../../ui/TextField";

const DEEPEST_M = 60;

/** How deep it goes; left empty, as the light that was chosen says. */
export function Depth({ said, onSay }: { said: Said; onSay: (more: Said) => void }) {
  const [text, type] = useState(said.depth_m == null ? "" : shown("m", String(said.depth_m)));
  const fits = (depth: number) => depth > 0 && depth <= DEEPEST_M;
  return (
    <div className="mb-4 w-56">
      <TextField
        label="Deepest; empty: as the light says"
        unit={unitShown("m")}
        inputMode="decimal"
        value={text}
        problem={text.trim() && !fits(inMetres(text)) ? `a depth up to ${metres(DEEPEST_M)}` : undefined}
        onType={(typed) => {
          type(typed);
          const depth = inMetres(typed);
          onSay({ depth_m: fits(depth) ? depth : undefined });
        }}
      />
    </div>
  );
}
