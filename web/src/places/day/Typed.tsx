import { sent, shown, unitShown } from "../../domain/habits";
import { useTyped } from "../../state/typed";
import { TextField } from "../../ui/TextField";

/** What is no number goes as it was typed, for the service to say so beside its field. */
export const number = (text: string) => (/^-?[\d.]+$/.test(text.trim()) ? Number(text) : text) as number;

export function Typed({
  value,
  unit,
  onKeep,
  ...rest
}: {
  label: string;
  unit?: string;
  value: string;
  problem: string | undefined;
  onKeep: (text: string) => void;
}) {
  const typed = useTyped(shown(unit, value), (text) => onKeep(sent(unit, text)));
  return <TextField {...rest} unit={unitShown(unit)} value={typed.text} onType={typed.type} />;
}
