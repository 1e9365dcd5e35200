import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A dialog on paper. Closes by Escape, by its cross, or by a press outside. */
export function Sheet({
  open,
  onOpenChange,
  title,
  about,
  wide = false,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  about: string;
  /** As wide as there is room. */
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/45" />
        <Dialog.Content
          className={`fixed left-1/2 -translate-x-1/2 overflow-auto rounded-sm border rule bg-paper p-5 shadow-lg ${wide ? "top-[3vh] max-h-[94vh] w-[min(80rem,96vw)]" : "top-[12vh] max-h-[80vh] w-[min(30rem,94vw)]"}`}
        >
          <Dialog.Title className="mb-1 pr-8 text-verdict">{title}</Dialog.Title>
          <Dialog.Description className="mb-4 text-soft">{about}</Dialog.Description>
          {children}
          <Dialog.Close
            aria-label="Close"
            className="absolute top-4 right-4 rounded-sm p-1 hover:bg-sea-wash"
          >
            <X size={16} aria-hidden />
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
