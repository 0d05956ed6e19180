import { ChevronDown } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { useChangeJob } from "@/api/jobs";
import { useOptions } from "@/api/queries";
import type { Job, JobChange } from "@/api/types";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { Labelled, TextArea, TextInput } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { useWide } from "@/ui/useWide";
import { ChangedMeanwhile } from "./ChangedMeanwhile";
import { errorAt } from "./errors";
import type { Visit } from "./useVisit";

/** Whose machine it is, what was complained of, and who is at it. */
export function JobHead({ visit }: { visit: Visit }) {
  const { job } = visit;
  const { person } = useSession();
  const [changing, setChanging] = useState(false);
  const mine = person?.id === job.technician_id;
  const wide = useWide();
  const [open, setOpen] = useState(false);
  if (!wide && !open) {
    return (
      <button
        type="button"
        aria-expanded={false}
        onClick={() => setOpen(true)}
        className="flex min-h-[44px] items-center justify-between gap-2 text-left"
      >
        <h1 className="truncate">
          <b className="font-semibold">
            Job {job.number} · {job.machine}
          </b>{" "}
          <span className="text-muted">{job.symptom_label}</span>
        </h1>
        <ChevronDown aria-hidden="true" size={18} className="shrink-0" />
      </button>
    );
  }
  return (
    <section aria-label="The job">
      <h1 className="text-[1.15rem] leading-tight font-semibold">
        Job {job.number} ·{" "}
        <Link to={`/machines/${job.machine_id}`} className="hover:underline">
          {job.machine}
        </Link>
      </h1>
      <p className="text-[0.93rem] text-muted">
        {[job.customer, job.place].filter(Boolean).join(", ")}
      </p>
      <p className="mt-1">
        <b className="font-semibold">{job.symptom_label}</b> — {job.complaint}
        {job.error_code && <span className="text-muted"> (shows: {job.error_code})</span>}
      </p>
      <p className="mt-1 flex flex-wrap items-center gap-x-3 text-[0.93rem] text-muted">
        <span>{job.state === "closed" ? "closed" : mine ? "yours" : `${job.technician}’s`}</span>
        {job.state === "open" && !mine && (
          <button
            type="button"
            className="min-h-7 text-action-text underline max-sm:min-h-[44px]"
            onClick={() => void visit.write({ kind: "took_over" }, "taking over")}
          >
            Take it over
          </button>
        )}
        {job.state === "open" && (
          <button
            type="button"
            className="min-h-7 text-action-text underline max-sm:min-h-[44px]"
            onClick={() => setChanging(true)}
          >
            Change
          </button>
        )}
        <Link
          to={`/jobs/${job.number}/report`}
          className="flex min-h-7 items-center text-action-text underline max-sm:min-h-[44px]"
        >
          Report
        </Link>
      </p>
      {changing && <ChangeSheet job={job} onClose={() => setChanging(false)} />}
    </section>
  );
}

function ChangeSheet({ job, onClose }: { job: Job; onClose: () => void }) {
  const options = useOptions().data;
  const saving = useChangeJob(job.number);
  // The version that was on the screen when the person began: what came since is somebody else's.
  const [version] = useState(job.version);
  const [complaint, setComplaint] = useState(job.complaint);
  const [symptom, setSymptom] = useState(job.symptom);
  const [errorCode, setErrorCode] = useState(job.error_code);
  const change: JobChange = { version, complaint, symptom, error_code: errorCode };
  return (
    <Sheet title={`Change job ${job.number}`} open onClose={onClose}>
      <div className="flex flex-col gap-3">
        <Labelled
          id="change-complaint"
          label="Complaint"
          error={errorAt(saving.error, "complaint")}
        >
          <TextArea
            id="change-complaint"
            value={complaint}
            maxLength={2000}
            onText={setComplaint}
          />
        </Labelled>
        <Choices
          label="That is"
          value={symptom}
          items={options?.symptoms ?? []}
          onChoose={(value) => setSymptom(value as Job["symptom"])}
        />
        <Labelled id="change-code" label="Error code">
          <TextInput id="change-code" value={errorCode} maxLength={60} onText={setErrorCode} />
        </Labelled>
        <ChangedMeanwhile
          error={saving.error}
          onTheirs={onClose}
          onMine={() => saving.mutate({ ...change, version: job.version }, { onSuccess: onClose })}
        />
        <div className="flex gap-3">
          <Button
            look="action"
            disabled={saving.isPending}
            onClick={() => saving.mutate(change, { onSuccess: onClose })}
          >
            Save
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </div>
    </Sheet>
  );
}
