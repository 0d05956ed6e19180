import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { useDraft } from "@/app/stored";
import { Notice } from "@/ui/Notice";
import { TextField } from "@/ui/TextField";
import { FollowUpForm } from "../later/FollowUpForm";
import { useEntry } from "../useEntry";
import type { Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** What is still open, the customer's page, and closing. */
export function CloseStep({ visit }: { visit: Visit }) {
  const { job } = visit;
  const [id, setId] = useState(() => crypto.randomUUID() as string);
  const entry = useEntry(visit, []);
  if (job.state === "closed") return <Reopen visit={visit} />;
  function submit(event: FormEvent) {
    event.preventDefault();
    entry.write({ kind: "closed" }, "closing", id, (answer) => {
      setId(crypto.randomUUID());
      visit.moveOn(answer, "Closed");
    });
  }
  return (
    <div className="flex flex-col gap-4">
      {job.blocks_closing.length > 0 ? (
        <Notice alert>
          <p className="font-semibold">Not before:</p>
          <ul className="list-disc pl-5">
            {job.blocks_closing.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </Notice>
      ) : (
        <p>Nothing is left open. The customer’s page says what was found and done.</p>
      )}
      <Link
        to={`/jobs/${job.number}/report`}
        className="inline-flex min-h-[44px] items-center self-start text-action-text underline"
      >
        Look at the report
      </Link>
      <FollowUpForm visit={visit} part={null} kind="yearly_check" />
      <form onSubmit={submit}>
        <FormFoot action="Close the job" pending={entry.pending} others={entry.others} />
      </form>
    </div>
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
