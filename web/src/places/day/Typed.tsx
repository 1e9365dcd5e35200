import { useTyped } from "../../state/typed";
import { TextField } from "../../ui/TextField";

/** What is no number goes as it was typed, for the service to say so beside its field. */
export const number = (text: string) => (/^-?[\d.]+$/.test(text.trim()) ? Number(text) : text) as number;

export function Typed({
  value,
  onKeep,
  ...rest
}: {
  label: string;
  unit?: string;
  value: string;
  problem: string | undefined;
  onKeep: (text: string) => void;
}) {
  const typed = useTyped(value, onKeep);
  return <TextField {...rest} value={typed.text} onType={typed.type} />;
}
