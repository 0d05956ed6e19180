import type { FormEvent } from "react";
import { isFirstLoad } from "@/api/firstLoad";
import { useOptions } from "@/api/queries";
import { useEntry } from "@/jobs/route/useEntry";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { Labelled, TextArea } from "@/ui/Field";
import { ToCome } from "@/ui/ToCome";
import { partOf, type Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** What a part died of, in words; the job does not close without it. */
export function CauseStep({ visit, part }: { visit: Visit; part: string }) {
  const { job } = visit;
  const there = partOf(job, part);
  const kind = there?.spec?.kind;
  const options = useOptions();
  const usual = (options.data?.causes ?? []).filter(
    ({ kinds }) => kinds.length === 0 || (kind && kinds.includes(kind)),
  );
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.cause.${part}`, {
    cause: "",
  });
  const entry = useEntry(visit, ["cause"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    name(draft.cause);
  }
  function name(cause: string) {
    entry.write(
      { kind: "cause_named", part, cause },
      `cause, ${there?.name}`,
      draft.id,
      (answer) => {
        forget();
        visit.moveOn(answer, `${there?.name}: cause named`);
      },
    );
  }
  if (isFirstLoad(options)) return <ToCome>Loading what is usual …</ToCome>;
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <p>
        A part like this does not die by itself, and a new one dies of the same. Name it with one
        press, or in your own words below.
      </p>
      <div className="flex flex-wrap gap-2">
        {usual.map(({ value, label }) => (
          <Button key={value} disabled={entry.pending} onClick={() => name(label)}>
            {label}
          </Button>
        ))}
      </div>
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
