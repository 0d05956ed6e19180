import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useJob, useJobs } from "@/api/areas/jobs";
import { ask, client } from "@/api/client";
import type { KeptCheck } from "@/api/types";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { FindField } from "@/ui/FindField";
import { Notice } from "@/ui/Notice";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";

const NEW = "new";

/** A quick check, put into a job afterwards: of a part of its machine, or of a position to be added. */
export function IntoJob({ check }: { check: KeptCheck }) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button onClick={() => setAsking(true)}>Put it into a job …</Button>
      {asking && <JobSheet check={check} onClose={() => setAsking(false)} />}
    </>
  );
}

function JobSheet({ check, onClose }: { check: KeptCheck; onClose: () => void }) {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const found = useJobs({ state: "open", text }).data;
  const jobs = found?.items ?? [];
  const [number, setNumber] = useState("");
  const [part, setPart] = useState(NEW);
  const [name, setName] = useState(check.label);
  const job = useJob(Number(number), number !== "").data;
  const kind = check.submission.spec.kind;
  const fitting = (job?.parts ?? []).filter((one) => one.spec.kind === kind);
  const putting = useMutation({
    mutationFn: () =>
      ask(
        client.POST("/api/v1/jobs/{number}/checks", {
          params: { path: { number: Number(number) } },
          body: {
            check_id: check.id,
            part: part === NEW ? null : part,
            new_position: part === NEW ? name : "",
          },
        }),
      ),
    onSuccess: () => navigate(`/jobs/${number}`),
  });
  return (
    <Sheet
      title="Put it into a job"
      about="As a reading of that job, with the time and the name it was kept under."
      open
      onClose={onClose}
    >
      <div className="flex flex-col gap-3">
        {jobs.length === 0 && <Notice>{text ? "No open job fits." : "No job is open."}</Notice>}
        {(text !== "" || found?.next) && (
          <FindField id="find-job" text={text} hint="machine, customer, number" onText={setText} />
        )}
        <Labelled id="into-job" label="Job">
          <Select
            id="into-job"
            value={number}
            items={jobs.map((one) => ({
              value: String(one.number),
              label: `${one.number} · ${one.machine}`,
              detail: one.symptom_label,
            }))}
            onChoose={(value) => {
              setNumber(value);
              setPart(NEW);
            }}
          />
        </Labelled>
        {job && kind !== "supply" && (
          <Labelled id="into-part" label="Part">
            <Select
              id="into-part"
              value={part}
              items={[
                ...fitting.map((one) => ({
                  value: one.key,
                  label: one.name,
                  detail: one.description,
                })),
                { value: NEW, label: "a position that is not there yet" },
              ]}
              onChoose={setPart}
            />
          </Labelled>
        )}
        {job && kind !== "supply" && part === NEW && (
          <TextField
            id="into-name"
            label="Name of the position"
            value={name}
            maxLength={120}
            onText={setName}
          />
        )}
        {putting.error && <Notice alert>{putting.error.message}</Notice>}
        <div className="flex gap-3">
          <Button
            look="action"
            disabled={!job || putting.isPending}
            onClick={() => putting.mutate()}
          >
            Put it there
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </div>
    </Sheet>
  );
}
