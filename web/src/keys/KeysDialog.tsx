import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { KEYS } from "./shortcuts";

const FIXED = [
  ["Return", "keep the reading"],
  ["Esc", "clear the entry; then leave it"],
  ["↑ ↓", "in the entry: the other tests"],
  ["?", "this list"],
] as const;

/** The keys, on "?" from everywhere and by its button. */
export function KeysDialog() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    function listen(event: KeyboardEvent) {
      if (event.key !== "?" || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      setOpen(true);
    }
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="flex items-center gap-2 rounded px-2 py-1 text-sm">
        <span className="keycap">?</span> keys
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-veil" />
        <Dialog.Content className="plate fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[min(36rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto">
          <Dialog.Title className="text-lg font-semibold">Keys</Dialog.Title>
          <Dialog.Description className="mb-3 text-muted">
            Outside fields press the letter. Inside a field press Alt and the letter.
          </Dialog.Description>
          <dl className="grid grid-cols-1 gap-x-8 gap-y-1.5 sm:grid-cols-2">
            {[
              ...FIXED,
              ...Object.values(KEYS).map((one) => [one.key.toUpperCase(), one.text] as const),
            ].map(([key, text]) => (
              <div key={text} className="flex items-baseline gap-3">
                <dt className="w-16 shrink-0">
                  <span className="keycap">{key}</span>
                </dt>
                <dd>{text}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="mt-4 rounded-md bg-action px-4 py-2 font-semibold text-on-action">
            Close
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
