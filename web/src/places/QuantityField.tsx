import { sent, shown, unitShown } from "../domain/habits";
import { TextField } from "../ui/TextField";

/** A number with a unit, shown and typed by habit; any unit that fits may be typed after it. */
export function QuantityField({
  unit,
  value,
  onType,
  ...rest
}: {
  label: string;
  unit?: string;
  range?: string;
  problem?: string;
  assumed?: boolean;
  value: string;
  onType: (text: string) => void;
}) {
  return (
    <TextField
      {...rest}
      inputMode="decimal"
      unit={unitShown(unit)}
      value={shown(unit, value)}
      onType={(text) => onType(sent(unit, text))}
    />
  );
}
