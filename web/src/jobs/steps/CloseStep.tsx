import type { FormEvent } from "react";
import { Link } from "react-router";
import type { Job } from "@/api/types";
import { useEntry } from "@/jobs/route/useEntry";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { TextField } from "@/ui/TextField";
import { StateShape } from "@/verdict/states";
import { FollowUpForm } from "../later/FollowUpForm";
import type { Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** What is done with a part that must not be energised and stays in the machine. */
const LOCKED = "locked off and tagged";

type CloseDraft = { reasons: Record<string, string> };

/** What is still open, the customer's page, and closing. */
export function CloseStep({ visit }: { visit: Visit }) {
  const { job } = visit;
  const [draft, change, forget] = useDraft<CloseDraft>(`hembit.job.${job.number}.close`, {
    reasons: {},
  });
  const dangers = job.left_open.filter((one) => one.kind === "danger");
  const fields = dangers.map((one) => `reasons.${one.part}`);
  const entry = useEntry(visit, fields);
  if (job.state === "closed") return <Reopen visit={visit} />;
  function submit(event: FormEvent) {
    event.preventDefault();
    close(draft.reasons);
  }
  function close(reasons: Record<string, string>) {
    entry.write({ kind: "closed", reasons }, "closing", draft.id, (answer) => {
      forget();
      visit.moveOn(answer, "Closed");
    });
  }
  const unsaid = dangers.filter((one) => !draft.reasons[one.part ?? ""]?.trim());
  const locked = Object.fromEntries(unsaid.map((one) => [one.part ?? "", LOCKED]));
  return (
    <div className="flex flex-col gap-4">
      {job.blocks_closing.length > 0 ? (
        <Notice alert>
          <p className="font-semibold">To be done first:</p>
          <ul className="list-disc pl-5">
            {job.blocks_closing.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </Notice>
      ) : (
        <LeftOpen job={job} />
      )}
      <Link
        to={`/jobs/${job.number}/report`}
        className="inline-flex min-h-[44px] items-center self-start text-action-text underline"
      >
        Look at the report
      </Link>
      <FollowUpForm visit={visit} part={null} kind="yearly_check" />
      <form onSubmit={submit} className="flex flex-col gap-3">
        {job.blocks_closing.length === 0 &&
          dangers.map((one) => (
            <TextField
              key={one.part}
              id={`left-${one.part}`}
              label={`${one.what}: left so, because`}
              hint="or set a follow-up for it"
              error={entry.at(`reasons.${one.part}`)}
              value={draft.reasons[one.part ?? ""] ?? ""}
              maxLength={400}
              onText={(reason) =>
                change({ reasons: { ...draft.reasons, [one.part ?? ""]: reason } })
              }
            />
          ))}
        <FormFoot action="Close the job" pending={entry.pending} others={entry.others}>
          {job.blocks_closing.length === 0 && unsaid.length > 0 && (
            <Button disabled={entry.pending} onClick={() => close({ ...draft.reasons, ...locked })}>
              {unsaid.length > 1 ? "All locked off and tagged" : "Locked off and tagged"}: close it
            </Button>
          )}
        </FormFoot>
      </form>
    </div>
  );
}

/** What closing leaves undone, and why that matters; dangers first. */
function LeftOpen({ job }: { job: Job }) {
  if (job.left_open.length === 0) {
    return <p>All that was due was done. The customer’s page says what was found and done.</p>;
  }
  return (
    <section aria-label="Left open" className="plate">
      <h2 className="font-semibold">Left open, if it is closed now</h2>
      <ul className="mt-1.5 flex flex-col gap-2">
        {job.left_open.map((one) => (
          <li key={`${one.kind}-${one.part}-${one.what}`} className="flex gap-2">
            <span className="pt-0.5">
              <StateShape state={one.kind === "danger" ? "leaking" : "watch"} size={18} />
            </span>
            <span>
              <b className="font-semibold">{one.what}.</b> {one.why}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Reopen({ visit }: { visit: Visit }) {
  const [draft, change, forget] = useDraft(`hembit.job.${visit.job.number}.reopen`, {
    reason: "",
  });
  const entry = useEntry(visit, ["reason"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    const words = { kind: "reopened" as const, reason: draft.reason };
    entry.write(words, "reopening", draft.id, (answer) => {
      forget();
      visit.moveOn(answer, "Reopened");
    });
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <p>
        The record is closed.{" "}
        <Link to={`/jobs/${visit.job.number}/report`} className="text-action-text underline">
          Look at the report
        </Link>
      </p>
      <TextField
        id="reopen-reason"
        label="Reopen it, because"
        error={entry.at("reason")}
        value={draft.reason}
        maxLength={2000}
        onText={(reason) => change({ reason })}
      />
      <FormFoot action="Reopen" pending={entry.pending} others={entry.others} />
    </form>
  );
}
