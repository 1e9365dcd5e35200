import type { StockView } from "../domain/documents";
import { nextState } from "../domain/ready/ready";
import { useSayPiece } from "../state/ready/ready";
import { Button } from "../ui/Button";
import { Notice } from "../ui/Notice";

/** Cells and cards piece by piece, each a button that goes round: charged, in use, empty. */
export function StockList({ stock }: { stock: StockView[] }) {
  const say = useSayPiece();
  return (
    <>
      <ul>
        {stock.map((one) => (
          <Pieces
            key={one.key}
            stock={one}
            onSay={(number, state) => say.mutate({ key: one.key, number, state })}
          />
        ))}
      </ul>
      {say.isError ? <Notice>{say.error.message}</Notice> : null}
    </>
  );
}

const LOOK: Record<string, string> = {
  ready: "border-sea bg-sea text-on-sea",
  "in-use": "border-sea bg-sea-wash",
  spent: "border-hair",
};

/** The pieces of one kind, each a button that goes round; all of them at once beside. */
function Pieces({
  stock,
  onSay,
}: {
  stock: StockView;
  onSay: (number: number, state: "ready" | "in-use" | "spent") => void;
}) {
  return (
    <li className="flex flex-wrap items-center gap-2 border-b border-hair/50 py-1">
      <span className="min-w-40 flex-1">{stock.label}</span>
      {stock.pieces.map((piece) => (
        <button
          key={piece.number}
          type="button"
          className={`min-h-8 rounded-sm border px-2 text-note max-md:min-h-11 ${LOOK[piece.state ?? "spent"]} ${piece.state ? "" : "border-dashed italic"}`}
          aria-label={`${stock.label} no. ${piece.number}: ${piece.words}`}
          onClick={() => onSay(piece.number, nextState(piece.state))}
        >
          {piece.number} {piece.words}
        </button>
      ))}
      <Button look="quiet" className="no-print text-note text-soft" onClick={() => onSay(0, "ready")}>
        all {stock.choices.ready}
      </Button>
    </li>
  );
}
