import { useState } from "react";
import type { PackCamera } from "../../domain/documents";
import { metered } from "../../domain/field/light";
import { OneOf, Press } from "../../ui/Press";

const METERS = [
  { value: "settings", text: "camera" },
  { value: "lux", text: "lux" },
  { value: "ev", text: "EV" },
] as const;
const FIELDS = {
  settings: [
    { name: "iso", label: "ISO" },
    { name: "f_number", label: "f/" },
    { name: "shutter_s", label: "Shutter" },
  ],
  lux: [{ name: "lux", label: "Lux" }],
  ev: [{ name: "ev100", label: "EV at ISO 100" }],
};

/** What a meter or a camera says. */
export function Meter({
  camera,
  onMeasured,
}: {
  camera: PackCamera;
  onMeasured: (said: { ev100: number; measured: Record<string, unknown> }) => void;
}) {
  const [how, setHow] = useState<(typeof METERS)[number]["value"]>("settings");
  const [typed, setTyped] = useState<Record<string, string>>({
    iso: "100",
    f_number: String(camera.f_number),
  });
  const [wrong, setWrong] = useState<{ field: string; message: string } | null>(null);
  return (
    <form
      noValidate
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const said = metered(how, typed);
        setWrong(said.ok ? null : said);
        if (said.ok) onMeasured({ ev100: said.ev100, measured: said.measured });
      }}
    >
      <OneOf label="Or as measured, by" value={how} choices={METERS} onChoose={setHow} />
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {FIELDS[how].map(({ name, label }) => (
          <label key={name} className="min-w-[5em] flex-1">
            <span className="text-note text-soft">{label}</span>
            <input
              inputMode={name === "shutter_s" || name === "ev100" ? "text" : "decimal"}
              className="w-full rounded-sm border rule bg-paper px-2 text-head aria-[invalid=true]:border-signal aria-[invalid=true]:bg-signal-wash"
              placeholder={name === "shutter_s" ? "1/500" : ""}
              aria-invalid={wrong?.field === name}
              aria-describedby={wrong?.field === name ? `wrong-${name}` : undefined}
              value={typed[name] ?? ""}
              onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
            />
          </label>
        ))}
        <Press type="submit">Tell me</Press>
      </div>
      {wrong ? (
        <p id={`wrong-${wrong.field}`} role="alert" className="mt-1 text-signal">
          {wrong.message}
        </p>
      ) : null}
    </form>
  );
}
