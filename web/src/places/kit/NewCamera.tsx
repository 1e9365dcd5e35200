import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { useFromTemplate } from "../../state/kit";
import { useVocabulary } from "../../state/queries";

/** A new description, started from a plain camera. */
export function NewCamera() {
  const vocabulary = useVocabulary();
  const make = useFromTemplate();
  const go = useNavigate();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="w-full rounded-sm border rule px-2 py-1 text-left font-semibold hover:bg-sea-wash">
        {make.isPending ? "Making it …" : "New camera"}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="z-20 border rule bg-paper p-1 shadow-lg">
          <DropdownMenu.Label className="px-2 py-0.5 text-[12px] text-soft">
            Start from a plain one; change what yours does otherwise
          </DropdownMenu.Label>
          {vocabulary.data?.templates.map((template) => (
            <DropdownMenu.Item
              key={template.key}
              className="cursor-pointer rounded-sm px-2 py-1 outline-none data-[highlighted]:bg-sea-wash"
              onSelect={() =>
                make.mutate(template.key, { onSuccess: (made) => go(`/kit/${made.id}/edit/body`) })
              }
            >
              {template.name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
