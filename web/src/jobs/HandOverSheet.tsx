import { type FormEvent, useState } from "react";
import { Labelled, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { useEntry } from "./useEntry";
import type { Visit } from "./useVisit";

/** What whoever takes the job over must know. */
export default function HandOverSheet({ visit, onClose }: { visit: Visit; onClose: () => void }) {
  const [note, setNote] = useState("");
  const [id] = useState(() => crypto.randomUUID() as string);
  const entry = useEntry(visit, ["note"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    entry.write({ kind: "handed_over", note }, "handing over", id, onClose);
  }
  return (
    <Sheet
      title={`Hand job ${visit.job.number} over`}
      about="It stands with the job until somebody takes it over. A proof of dead is theirs to make anew."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        <Labelled
          id="hand-over"
          label="What must whoever takes it over know?"
          error={entry.at("note")}
        >
          <TextArea id="hand-over" value={note} maxLength={2000} onText={setNote} />
        </Labelled>
        <SheetFoot pending={entry.pending} others={entry.others} onClose={onClose} />
      </form>
    </Sheet>
  );
}
