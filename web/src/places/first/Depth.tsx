import { useState } from "react";
import { sent, shown, unitShown } from "../../domain/habits";
import type { Said } from "../../state/first/first";
import { TextField } from "../../ui/TextField";

const DEEPEST_M = 60;

/** How deep it goes; left empty, as the light that was chosen says. */
export function Depth({ said, onSay }: { said: Said; onSay: (more: Said) => void }) {
  const [text, type] = useState(said.depth_m == null ? "" : shown("m", String(said.depth_m)));
  const metres = Number(sent("m", text.replace(",", ".")));
  const wrong = text.trim() !== "" && !(metres > 0 && metres <= DEEPEST_M);
  return (
    <div className="mb-4 w-56">
      <TextField
        label="Deepest; empty: as the light says"
        unit={unitShown("m")}
        inputMode="decimal"
        value={text}
        problem={wrong ? `a depth up to ${shown("m", String(DEEPEST_M))} ${unitShown("m")}` : undefined}
        onType={(typed) => {
          type(typed);
          const depth = Number(sent("m", typed.replace(",", ".")));
          onSay({ depth_m: depth > 0 && depth <= DEEPEST_M ? depth : undefined });
        }}
      />
    </div>
  );
}
