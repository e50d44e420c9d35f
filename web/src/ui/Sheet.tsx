import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import { type ReactNode, useRef } from "react";

interface SheetProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description?: string;
  children: ReactNode;
  wide?: boolean;
  /** Where the focus goes when what opened the sheet is not there any more. */
  returnFocus?: () => void;
}

/** The one dialog of the application. */
export function Sheet({ open, onOpenChange, title, description, children, wide, returnFocus }: SheetProps) {
  const before = useRef<HTMLElement | null>(null);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-shade" />
        <Dialog.Content
          className={`card fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[calc(100vw-24px)] -translate-x-1/2 overflow-y-auto p-5 shadow-xl ${wide ? "max-w-170" : "max-w-120"}`}
          onOpenAutoFocus={() => {
            before.current = document.activeElement as HTMLElement | null;
          }}
          onCloseAutoFocus={(event) => {
            // Not every sheet has a trigger of its own: the focus goes back to where it came from.
            event.preventDefault();
            if (returnFocus) returnFocus();
            else before.current?.focus();
          }}
          {...(description ? {} : { "aria-describedby": undefined })}
        >
          <div className="mb-3 pr-10">
            <Dialog.Title className="text-title">{title}</Dialog.Title>
            {description && <Dialog.Description className="mt-1 text-soft">{description}</Dialog.Description>}
          </div>
          {children}
          {/* Last, so that the focus begins at what the sheet is for. */}
          <Dialog.Close className="btn btn-bare absolute top-4 right-3" aria-label="Close">
            <X size={18} />
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
