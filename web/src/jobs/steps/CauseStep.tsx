import type { FormEvent } from "react";
import { useDraft } from "@/app/stored";
import { Labelled, TextArea } from "@/ui/Field";
import { useEntry } from "../useEntry";
import { partOf, type Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** What a part died of, in words; the job does not close without it. */
export function CauseStep({ visit, part }: { visit: Visit; part: string }) {
  const { job } = visit;
  const there = partOf(job, part);
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.cause.${part}`, {
    cause: "",
  });
  const entry = useEntry(visit, ["cause"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    entry.write(
      { kind: "cause_named", part, cause: draft.cause },
      `cause, ${there?.name}`,
      draft.id,
      (answer) => {
        forget();
        visit.moveOn(answer, `${there?.name}: cause named`);
      },
    );
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <p>
        A part like this does not die by itself: blocked air, a stuck contact, a grounded element,
        water, a loose terminal. A new one dies of the same.
      </p>
      {there?.cause && <p>Named: {there.cause}</p>}
      <Labelled id="cause" label="What it died of" error={entry.at("cause")}>
        <TextArea
          id="cause"
          rows={3}
          value={draft.cause}
          maxLength={2000}
          onText={(cause) => change({ cause })}
        />
      </Labelled>
      <FormFoot action="That is the cause" pending={entry.pending} others={entry.others} />
    </form>
  );
}
