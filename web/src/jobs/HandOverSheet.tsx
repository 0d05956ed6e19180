import type { FormEvent } from "react";
import { useDraft } from "@/stored/stored";
import { Labelled, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { useEntry } from "./route/useEntry";
import type { Visit } from "./useVisit";

/** What whoever takes the job over must know. */
export default function HandOverSheet({ visit, onClose }: { visit: Visit; onClose: () => void }) {
  const [draft, change, forget] = useDraft(`hembit.job.${visit.job.number}.hand-over`, {
    note: "",
  });
  const entry = useEntry(visit, ["note"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    entry.write({ kind: "handed_over", note: draft.note }, "handing over", draft.id, () => {
      forget();
      onClose();
    });
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
          <TextArea
            id="hand-over"
            value={draft.note}
            maxLength={2000}
            onText={(note) => change({ note })}
          />
        </Labelled>
        <SheetFoot pending={entry.pending} others={entry.others} onClose={onClose} />
      </form>
    </Sheet>
  );
}
