import { removedWords } from "../../domain/shoots/shootList";
import { useBringBack, useRemoved } from "../../state/shoots/removed";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";

const when = (iso: string) =>
  new Date(iso).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" });

/** Shoots and scenes deleted in the last week, each with its way back; nothing where there are none. */
export function LatelyDeleted() {
  const removed = useRemoved().data ?? [];
  const back = useBringBack();
  if (removed.length === 0) return null;
  return (
    <details className="border rule bg-paper px-4 py-2" open={back.isError || undefined}>
      <summary className="cursor-pointer">
        Deleted lately <span className="text-soft">({removed.length})</span>
      </summary>
      {back.isError ? <Notice>{back.error.message}</Notice> : null}
      <ul className="mt-1">
        {removed.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-3 border-t rule py-1">
            <span className="font-semibold">{removedWords(one)}</span>
            <span className="text-note text-soft">kept until {when(one.until)}</span>
            <Button
              className="ml-auto"
              aria-label={`Bring ${one.name} back`}
              disabled={back.isPending}
              onClick={() => back.mutate(one.id)}
            >
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
