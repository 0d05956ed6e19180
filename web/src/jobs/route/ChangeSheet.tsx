import { useState } from "react";
import { useChangeJob } from "@/api/areas/jobs";
import { errorAt } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { Job, JobChange } from "@/api/types";
import { ChangedMeanwhile } from "@/jobs/case/ChangedMeanwhile";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { Labelled, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";

/** Complaint, symptom and error code, changed on the version that was on the screen. */
export default function ChangeSheet({ job, onClose }: { job: Job; onClose: () => void }) {
  const options = useOptions().data;
  const saving = useChangeJob(job.number);
  // The version that was on the screen when the person began: what came since is somebody else's.
  const [version] = useState(job.version);
  const [complaint, setComplaint] = useState(job.complaint);
  const [symptom, setSymptom] = useState(job.symptom);
  const [errorCode, setErrorCode] = useState(job.error_code);
  const [ruleSet, setRuleSet] = useState(job.own_rule_set);
  const change: JobChange = {
    version,
    complaint,
    symptom,
    error_code: errorCode,
    ...(ruleSet === job.own_rule_set ? {} : { rule_set: ruleSet }),
  };
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
        <TextField
          id="change-code"
          label="Error code"
          value={errorCode}
          maxLength={60}
          onText={setErrorCode}
        />
        <RuleSetSelect
          id="change-rules"
          label="Rules for this job"
          usual="the machine’s"
          value={ruleSet}
          error={errorAt(saving.error, "rule_set")}
          onChoose={setRuleSet}
        />
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
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </div>
    </Sheet>
  );
}
