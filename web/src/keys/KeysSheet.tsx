import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";
import { KEYS } from "./shortcuts";

const FIXED = [
  ["Return", "keep the reading"],
  ["Esc", "clear the entry; then leave it"],
  ["↑ ↓", "in the entry: the other tests"],
  ["?", "this list"],
] as const;

/** Every key, in one list. */
export default function KeysSheet({ onClose }: { onClose: () => void }) {
  return (
    <Sheet
      title="Keys"
      about="Outside fields press the letter. Inside a field press Alt and the letter."
      open
      onClose={onClose}
    >
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
      <Button look="action" className="mt-4" onClick={onClose}>
        Close
      </Button>
    </Sheet>
  );
}
