import { linkOf, shownWords } from "../../domain/kit/sharing";
import { useShared } from "../../state/kit/shares";
import { Notice } from "../../ui/Notice";

/** What the link shows by which somebody came here; it is there once they are signed in. */
export function SharedNote() {
  const link = linkOf(window.location.pathname);
  const shared = useShared(link);
  if (shared.isError) return <Notice>{shared.error.message}</Notice>;
  if (!shared.data) return null;
  return (
    <p className="mb-4 border-l-4 border-sea bg-sea-wash px-3 py-1">
      <span className="font-semibold">{shownWords(shared.data)}</span>, shared with you. It can be taken into
      the kit of the account you make or open now.
    </p>
  );
}
