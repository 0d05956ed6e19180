import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { useMachines } from "@/api/areas/jobs";
import { ask, client } from "@/api/client";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { Job } from "@/api/types";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { Labelled, TextArea } from "@/ui/Field";
import { FindField } from "@/ui/FindField";
import { MoreThere } from "@/ui/MoreThere";
import { Notice } from "@/ui/Notice";
import { RadioTile, RadioTiles } from "@/ui/RadioTiles";
import { TextField } from "@/ui/TextField";

type JobDraft = {
  machine: number;
  complaint: string;
  symptom: Job["symptom"] | "";
  errorCode: string;
  school: Job["route"]["school"];
};

const SCHOOLS = [
  {
    value: "dead_first",
    label: "Dead first",
    detail: "supply only if something speaks for it; then off, proved dead, ohms",
  },
  {
    value: "live_first",
    label: "Live current first",
    detail: "quickest to a decision on an element; live cautions from the start",
  },
];

/** From the phone call to the route: which machine, what is complained of. */
export default function NewJobPage() {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const options = useOptions().data;
  const [draft, change, forget] = useDraft<JobDraft>("hembit.new-job", {
    machine: Number(search.get("machine")) || 0,
    complaint: "",
    symptom: "",
    errorCode: "",
    school: "dead_first",
  });
  // Whoever comes from a machine's page means that machine, whatever was begun before.
  const asked = Number(search.get("machine")) || 0;
  useEffect(() => {
    if (asked) change({ machine: asked });
  }, [asked, change]);
  const opening = useMutation({
    mutationFn: () =>
      ask(
        client.POST("/api/v1/jobs", {
          body: {
            id: draft.id,
            machine: draft.machine,
            complaint: draft.complaint,
            symptom: draft.symptom as Job["symptom"],
            error_code: draft.errorCode,
            school: draft.school,
          },
        }),
      ),
    onSuccess: (job) => {
      forget();
      navigate(`/jobs/${job.number}`);
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    opening.mutate();
  }
  const complete = draft.machine > 0 && draft.symptom !== "" && draft.complaint.trim() !== "";
  return (
    <form onSubmit={submit} className="mx-auto w-full max-w-[52rem] px-4.5 py-4">
      <h1 className="mb-3 text-xl font-semibold">Open a job</h1>
      <div className="flex flex-col gap-4">
        <MachineChoice chosen={draft.machine} onChoose={(machine) => change({ machine })} />
        <Labelled
          id="complaint"
          label="Complaint"
          hint="as the customer says it"
          error={errorAt(opening.error, "complaint")}
        >
          <TextArea
            id="complaint"
            value={draft.complaint}
            maxLength={2000}
            onText={(complaint) => change({ complaint })}
          />
        </Labelled>
        <Choices
          label="That is"
          value={draft.symptom}
          items={options?.symptoms ?? []}
          onChoose={(symptom) => change({ symptom: symptom as Job["symptom"] })}
        />
        <TextField
          id="error-code"
          label="Error code"
          hint="as it is shown, if any"
          value={draft.errorCode}
          maxLength={60}
          onText={(errorCode) => change({ errorCode })}
        />
        <Choices
          label="Which test first"
          value={draft.school}
          items={SCHOOLS}
          onChoose={(school) => change({ school: school as JobDraft["school"] })}
        />
        {unplacedErrors(opening.error, ["complaint"]).map((one) => (
          <Notice key={one} alert>
            {one}
          </Notice>
        ))}
        <div className="flex flex-wrap items-center gap-3">
          <Button type="submit" look="action" disabled={!complete || opening.isPending}>
            Open it and lay the route
          </Button>
          {!complete && <span className="text-muted">Machine, complaint and what it is.</span>}
        </div>
      </div>
    </form>
  );
}

type ChoiceProps = { chosen: number; onChoose: (machine: number) => void };

function MachineChoice({ chosen, onChoose }: ChoiceProps) {
  const [text, setText] = useState("");
  const found = useMachines(text, undefined).data;
  const machines = found?.items ?? [];
  return (
    <fieldset>
      <div className="mb-1.5 flex flex-wrap items-center justify-between gap-3">
        <legend className="text-muted">Machine</legend>
        <FindField text={text} hint="machine, place, customer" onText={setText} />
      </div>
      <RadioTiles
        label="Machine"
        value={String(chosen)}
        onChoose={(id) => onChoose(Number(id))}
        className="grid max-h-[15rem] grid-cols-2 gap-1.5 overflow-y-auto max-sm:grid-cols-1"
      >
        {machines.map((one) => (
          <RadioTile
            key={one.id}
            value={String(one.id)}
            className="min-h-[44px] rounded-md border border-edge bg-sheet px-3 py-1.5 data-[state=checked]:border-action"
          >
            <b className="block font-semibold">{one.name}</b>
            <span className="block text-[0.93rem]">
              {[one.customer_name, one.place].filter(Boolean).join(", ")}
            </span>
          </RadioTile>
        ))}
      </RadioTiles>
      {found && machines.length === 0 && (
        <p className="text-muted">
          {text ? `No machine fits “${text}”.` : "No machine is here yet."}
        </p>
      )}
      <MoreThere next={found?.next} />
      <Link to="/machines" className="mt-1 inline-block text-action-text underline">
        Another machine: add it under Machines
      </Link>
    </fieldset>
  );
}
