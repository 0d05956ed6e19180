import type { FormEvent, ReactNode } from "react";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";

type Props = {
  title: string;
  about?: string;
  pending: boolean;
  /** What is wrong and stands at none of the fields. */
  others: string[];
  onSend: () => void;
  onClose: () => void;
  children: ReactNode;
};

/** A form in a dialog: saved, or left. */
export function SheetForm({ pending, others, onSend, onClose, children, ...sheet }: Props) {
  function submit(event: FormEvent) {
    event.preventDefault();
    onSend();
  }
  return (
    <Sheet {...sheet} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-2.5">
        {children}
        <SheetFoot pending={pending} others={others} onClose={onClose} />
      </form>
    </Sheet>
  );
}
