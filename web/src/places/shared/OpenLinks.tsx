import { Button } from "../../ui/Button";
import { when } from "./when";

/** Links that were made before and still open, each to be closed. told: what one lets people do, where it is to be said. */
export function OpenLinks<One extends { id: string; until: string }>({
  links,
  closing,
  onClose,
  told = () => "",
}: {
  links: One[];
  closing: boolean;
  onClose: (id: string) => void;
  told?: (link: One) => string;
}) {
  if (links.length === 0) return null;
  return (
    <section aria-label="Links made before" className="mt-4">
      <h3 className="border-b rule text-note text-soft">Links made before, still open</h3>
      <ul>
        {links.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-hair/50 py-0.5">
            {told(one)}until {when(one.until)}
            <Button look="quiet" disabled={closing} onClick={() => onClose(one.id)}>
              Close
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
