import { useStock } from "../../state/ready/ready";
import { StockList } from "../StockList";

/** How the cells and cards of the bag stand just now, folded away until it is asked for. */
export function StockPart() {
  const stock = useStock();
  if (!stock.data?.length) return null;
  return (
    <details className="border-t rule px-4 py-2">
      <summary className="cursor-pointer text-lead font-semibold">Charged and empty</summary>
      <p className="my-1 text-note text-soft">
        Each cell and card by its number; tap to change. Getting ready for a shoot puts on chargers what is
        not charged.
      </p>
      <div className="max-w-[46rem]">
        <StockList stock={stock.data} />
      </div>
    </details>
  );
}
