import type { FormEvent } from "react";
import { useDiagnosis } from "@/api/areas/diagnosis";
import { useReport } from "@/api/areas/jobs";
import { isFirstLoad } from "@/api/firstLoad";
import { useOptions } from "@/api/queries";
import type { AnyEntry, Job, Report, Witness } from "@/api/types";
import { FindingText } from "@/check/FindingPanel";
import { clock } from "@/clock/dates";
import { useEntry } from "@/jobs/route/useEntry";
import { Scales } from "@/rail/Scales";
import { useDraft } from "@/stored/stored";
import { Choices } from "@/ui/Choices";
import { Labelled, TextArea } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { ToCome } from "@/ui/ToCome";
import { StateShape } from "@/verdict/states";
import { FollowUpOnDemand } from "../later/FollowUpOnDemand";
import { partOf, type Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

type Conclusion = Extract<AnyEntry, { kind?: "decided" }>["conclusion"];

/** A finding with all it rests on: accepted, or overruled with a reason. */
export function DecideStep({ visit, part }: { visit: Visit; part: string }) {
  const { job } = visit;
  const there = partOf(job, part);
  const found = there?.finding;
  const options = useOptions();
  const diagnosis = useDiagnosis(job.number);
  const report = useReport(job.number, job.readings.length);
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.decide.${part}`, {
    conclusion: "",
    reason: "",
  });
  const entry = useEntry(visit, ["reason"]);
  if (!there || !found)
    return <Notice>Nothing was found on this part yet. Measure it first.</Notice>;
  // A conclusion that moved when what it rests on came in would be another under the finger.
  if (isFirstLoad(options, diagnosis, report)) return <ToCome>Loading what it rests on …</ToCome>;
  const witness = diagnosis.data?.witnesses[part];
  const differs = witness?.differs ?? false;
  const chosen = (draft.conclusion || found.finding.conclusion) as Conclusion;
  const overruled = chosen !== found.finding.conclusion;
  function submit(event: FormEvent) {
    event.preventDefault();
    if (!found || !there) return;
    entry.write(
      {
        kind: "decided",
        part,
        finding: found.number,
        conclusion: chosen,
        reason: draft.reason,
      },
      `decision on ${there.name}`,
      draft.id,
      (answer) => {
        forget();
        visit.moveOn(answer, `${there.name}: ${chosen}`);
      },
    );
  }
  return (
    <div className="flex flex-col gap-3">
      <section aria-label="Finding" className="plate">
        <FindingText finding={found.finding} />
      </section>
      {witness && <ByTheCircuit witness={witness} />}
      <RestsOn job={job} part={part} cites={found.finding.cites} report={report.data} />
      {there.decision && (
        <p>
          <b className="font-semibold">Decided: {there.decision.conclusion}</b> by{" "}
          {there.decision.by} at {clock(there.decision.at)}
          {there.decision.reason && ` — ${there.decision.reason}`}
        </p>
      )}
      <form onSubmit={submit} className="flex flex-col gap-3">
        <Choices
          label={overruled ? "Overruled to" : "The readings say"}
          value={chosen}
          items={options.data?.conclusions ?? []}
          onChoose={(conclusion) => change({ conclusion })}
        />
        {(overruled || draft.reason || differs) && (
          <Labelled
            id="decide-reason"
            label="Why"
            hint={
              overruled
                ? "the finding stays on record beside it"
                : differs
                  ? "the two witnesses differ"
                  : "if you like"
            }
            error={entry.at("reason")}
          >
            <TextArea
              id="decide-reason"
              rows={2}
              value={draft.reason}
              maxLength={400}
              onText={(reason) => change({ reason })}
            />
          </Labelled>
        )}
        <FormFoot
          action={overruled ? `Overrule it to “${chosen}”` : `Accept: ${chosen}`}
          pending={entry.pending}
          others={entry.others}
        />
      </form>
      {there.companion && (
        <Notice>
          Shop policy, renew the pair: {there.companion}. Put it on the list of spares, too.
        </Notice>
      )}
      {there.decision && wantsFollowUp(there.decision.conclusion) && (
        <FollowUpOnDemand
          visit={visit}
          part={part}
          kind={there.decision.conclusion === "watch" ? "watch" : "spare_on_order"}
        />
      )}
    </div>
  );
}

/** The second witness: what the machine's circuit makes of all readings, where it has one. */
function ByTheCircuit({ witness }: { witness: Witness }) {
  return (
    <section aria-label="The circuit's word" className={witness.differs ? "plate" : ""}>
      <h3 className="text-[0.93rem] text-muted">By the circuit</h3>
      <p className={witness.differs ? "font-semibold" : ""}>{witness.says}.</p>
      {witness.rests_on.length > 0 && (
        <p className="text-[0.93rem] text-muted">It rests on {witness.rests_on.join("; ")}.</p>
      )}
      {witness.differs && <p className="mt-1">{witness.asks}.</p>}
    </section>
  );
}

type RestsOnProps = { job: Job; part: string; cites: string[]; report: Report | undefined };

/** The readings that the finding rests on, each on its rail, so that a decision is made looking at them. */
function RestsOn({ job, part, cites, report }: RestsOnProps) {
  const mine = job.readings.filter(
    (one) =>
      one.part === part &&
      !one.spare &&
      !one.superseded_by &&
      !one.past &&
      (cites.length === 0 || cites.includes(one.measurand)),
  );
  const drawn = (report?.measured ?? []).filter((one) => mine.some(({ id }) => id === one.id));
  return drawn.map((one) => (
    <section key={one.id} aria-label={one.test} className="flex flex-col gap-1">
      <p className="flex flex-wrap items-center gap-x-2">
        <StateShape state={one.state} size={15} />
        <b className="font-semibold">{one.test}</b>
        <span className="text-muted">
          due {one.due}; read {one.read}
        </span>
      </p>
      <Scales judged={{ rail: one.rail, rows: one.rows, plot: null }} />
    </section>
  ));
}

function wantsFollowUp(conclusion: NonNullable<Job["parts"][number]["decision"]>["conclusion"]) {
  return conclusion === "replace" || conclusion === "wrong part" || conclusion === "watch";
}
