import { pointWords, townWords } from "../../domain/shoots/towns";
import { useTowns } from "../../state/shoots/towns";
import { Suggest } from "../../ui/Suggest";

export type Where = { place: string; latitude_deg: number; longitude_deg: number };

/** A place by its name, with towns of that name to take the position of; a written point is one, too. */
export function TownField({
  label = "Place",
  hint,
  value,
  problem,
  tall,
  onType,
  onTake,
}: {
  label?: string;
  hint?: string;
  value: string;
  problem?: string;
  tall?: boolean;
  onType: (text: string) => void;
  onTake: (where: Where) => void;
}) {
  const towns = useTowns(value).data ?? [];
  const named = towns.map((town, index) => ({ key: String(index), town }));
  return (
    <Suggest
      label={label}
      unit={hint}
      value={value}
      problem={problem}
      tall={tall}
      suggestions={named.map(({ key, town }) => ({
        key,
        words: townWords(town),
        more: town.name ? pointWords(town.latitude_deg, town.longitude_deg) : "this point",
      }))}
      onType={onType}
      onTake={(key) => {
        const town = named.find((one) => one.key === key)?.town;
        if (!town) return;
        const { latitude_deg, longitude_deg } = town;
        onTake({ place: town.name || townWords(town), latitude_deg, longitude_deg });
      }}
    />
  );
}
