import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

type Props = {
  title: string;
  about?: string;
  open: boolean;
  onClose: () => void;
  /** Where the keyboard goes when it has closed, if not back where it was. */
  focusAfter?: () => HTMLElement | null | undefined;
  children: ReactNode;
};

/** Where the keyboard was on the page itself, for when a dialog or a menu before it has closed. */
let lastOutside: HTMLElement | null = null;
document.addEventListener("focusin", ({ target }) => {
  const inside = target instanceof HTMLElement && target.closest("[role=dialog], [role=menu]");
  if (target instanceof HTMLElement && !inside) lastOutside = target;
});

/** A dialog on an enamel plate, on Radix Dialog. It gives the keyboard back where it was. */
export function Sheet({ title, about, open, onClose, focusAfter, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-veil" />
        <Dialog.Content
          className="plate fixed top-1/2 left-1/2 z-50 max-h-[92vh] w-[min(38rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto"
          {...(about ? {} : { "aria-describedby": undefined })}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            (focusAfter?.() ?? lastOutside)?.focus({ preventScroll: true });
          }}
        >
          <Dialog.Title className="text-lg font-semibold">{title}</Dialog.Title>
          {about && <Dialog.Description className="mb-2 text-muted">{about}</Dialog.Description>}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
