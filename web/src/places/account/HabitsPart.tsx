import type { Habits } from "../../domain/documents";
import { habits } from "../../domain/habits";
import { useChooseHabits, useSession } from "../../state/session";
import { ChoiceField } from "../../ui/Field";
import { Notice } from "../../ui/Notice";

const ASKED: { name: keyof Habits; label: string; choices: [string, string][] }[] = [
  {
    name: "lengths",
    label: "Lengths",
    choices: [
      ["metres", "metres"],
      ["feet", "feet"],
    ],
  },
  {
    name: "temperatures",
    label: "Temperatures",
    choices: [
      ["celsius", "Celsius"],
      ["fahrenheit", "Fahrenheit"],
    ],
  },
  {
    name: "clock",
    label: "Clock",
    choices: [
      ["24h", "13:30"],
      ["12h", "1:30 pm"],
    ],
  },
  {
    name: "mains_hz",
    label: "Mains where you film",
    choices: [
      ["50", "50 Hz, 25 fps"],
      ["60", "60 Hz, 30 fps"],
    ],
  },
  {
    name: "shutters",
    label: "Shutters",
    choices: [
      ["time", "1/50 s"],
      ["angle", "180° (1/50 s)"],
    ],
  },
  {
    name: "light",
    label: "Light",
    choices: [
      ["ev", "EV"],
      ["lux", "lux"],
    ],
  },
];

/** Units and ways of reading, chosen once. */
export function HabitsPart() {
  const choose = useChooseHabits();
  // Drawn anew when they are chosen.
  useSession();
  const now = habits();
  const take = (name: keyof Habits, value: string) =>
    choose.mutate({ ...now, [name]: name === "mains_hz" ? Number(value) : value } as Habits);
  return (
    <>
      <p className="mb-2 text-soft">
        How quantities are told and typed. Whatever you choose, any field takes any unit that fits: 30 ft, 9
        m, 54 °F, ND 1.5, 5 stops, 1 h 30, 12 klx. Documents and files stay in metres, Celsius and 24 hours.
      </p>
      <div className="grid gap-3 sm:grid-cols-3">
        {ASKED.map(({ name, label, choices }) => (
          <ChoiceField
            key={name}
            label={label}
            value={String(now[name])}
            choices={choices.map(([value, text]) => ({ value, text }))}
            onChoose={(value) => take(name, value)}
          />
        ))}
      </div>
      {choose.isPending ? <p role="status">Keeping it …</p> : null}
      {choose.isError ? <Notice>{choose.error.message}</Notice> : null}
    </>
  );
}
