import { useNavigate } from "react-router";
import { useFromTemplate } from "../../state/kit/kit";
import { useVocabulary } from "../../state/queries";
import { Menu } from "../../ui/Menu";

/** A new description, started from a plain camera. */
export function NewCamera() {
  const vocabulary = useVocabulary();
  const make = useFromTemplate();
  const go = useNavigate();
  return (
    <Menu
      trigger={make.isPending ? "Making it …" : "New camera"}
      className="w-full py-1 font-semibold"
      about="Start from a plain one; change what yours does otherwise"
      items={(vocabulary.data?.templates ?? []).map(({ key, name }) => ({ key, text: name }))}
      onChoose={(key) => make.mutate(key, { onSuccess: (made) => go(`/kit/${made.id}/edit/body`) })}
    />
  );
}
