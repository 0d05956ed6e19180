import { Sheet } from "@/ui/Sheet";
import { FindBox, type FindProps } from "./FindBox";

type Props = FindProps & {
  onClose: () => void;
  focusAfter: () => HTMLElement | null | undefined;
};

/** The one field that a part begins with, on a plate of its own. */
export default function FindPart({ onClose, focusAfter, onKind, onSpec }: Props) {
  return (
    <Sheet
      title="Which part?"
      about="A few letters of its number, its maker, its machine, or what you call it."
      open
      onClose={onClose}
      focusAfter={focusAfter}
    >
      <FindBox
        atOnce
        onKind={(kind) => {
          onKind(kind);
          onClose();
        }}
        onSpec={(found) => {
          onSpec(found);
          onClose();
        }}
      />
    </Sheet>
  );
}
