import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { FollowUp, FollowUpIn } from "@/api/types";
import { inDays } from "@/clock/dates";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { DateField } from "@/ui/DateField";
import { Labelled } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { partOf, type Visit } from "../useVisit";
import { FOLLOW_UPS } from "../words";

type Kind = FollowUp["kind"];
type Props = { visit: Visit; part: string | null; kind: Kind };

const DAYS: Record<Kind, number> = {
  bypass: 7,
  spare_on_order: 7,
  watch: 90,
  yearly_check: 365,
  other: 14,
};
const FIELDS = ["text", "due_on", "part", "left_out", "watts", "most"];

/** Something to come back to on a day; a bypass says what it means for use. */
export function FollowUpForm({ visit, part: first, kind: firstKind }: Props) {
  const { job } = visit;
  const [id, setId] = useState(() => newId());
  const [kind, setKind] = useState<Kind>(firstKind);
  const [part, setPart] = useState(first ?? "");
  const [text, setText] = useState("");
  const [dueOn, setDueOn] = useState(inDays(DAYS[firstKind]));
  const [sections, setSections] = useState("");
  const [leftOut, setLeftOut] = useState("");
  const [watts, setWatts] = useState("");
  const [most, setMost] = useState("");
  const saving = useMutation({
    mutationFn: () => {
      const body: FollowUpIn = {
        id,
        kind,
        part: part || null,
        text: text || FOLLOW_UPS[kind],
        due_on: dueOn,
        ...(kind === "bypass" && sections ? { sections: Number(sections) } : {}),
        ...(kind === "bypass" && leftOut ? { left_out: Number(leftOut) } : {}),
        ...(kind === "bypass" && watts ? { watts } : {}),
        ...(kind === "bypass" && most ? { most } : {}),
      };
      return visit.post("follow-ups", body, FOLLOW_UPS[kind]);
    },
    onSuccess: () => {
      setId(newId());
      setText("");
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate();
  }
  const error = saving.error;
  return (
    <form onSubmit={submit} aria-label="A follow-up" className="flex flex-col gap-2">
      <h3 className="legend">Come back to it</h3>
      <div className="grid grid-cols-2 gap-2 max-sm:grid-cols-1">
        <Labelled id="follow-kind" label="What">
          <Select
            id="follow-kind"
            value={kind}
            items={Object.entries(FOLLOW_UPS).map(([value, label]) => ({ value, label }))}
            onChoose={(value) => {
              setKind(value as Kind);
              setDueOn(inDays(DAYS[value as Kind]));
            }}
          />
        </Labelled>
        <DateField
          id="follow-day"
          label="On"
          error={errorAt(error, "due_on")}
          value={dueOn}
          onDay={setDueOn}
        />
        <Labelled id="follow-part" label="Part" error={errorAt(error, "part")}>
          <Select
            id="follow-part"
            value={part || "none"}
            items={[
              { value: "none", label: "the machine" },
              ...job.parts
                .filter((one) => one.key !== "supply")
                .map((one) => ({ value: one.key, label: one.name })),
            ]}
            onChoose={(value) => setPart(value === "none" ? "" : value)}
          />
        </Labelled>
        <TextField
          id="follow-text"
          label="In words"
          error={errorAt(error, "text")}
          value={text}
          maxLength={400}
          onText={setText}
        />
        {kind === "bypass" && (
          <>
            <TextField
              id="sections"
              label="Sections in series"
              hint="if it is one of several"
              inputMode="numeric"
              value={sections}
              onText={setSections}
            />
            <TextField
              id="left-out"
              label="Left out"
              error={errorAt(error, "left_out")}
              inputMode="numeric"
              value={leftOut}
              onText={setLeftOut}
            />
            <TextField
              id="watts"
              label="Each takes now"
              hint="W/m, where known"
              error={errorAt(error, "watts")}
              value={watts}
              onText={setWatts}
            />
            <TextField
              id="most"
              label="And may take"
              hint="W/m, of its spec"
              error={errorAt(error, "most")}
              value={most}
              onText={setMost}
            />
          </>
        )}
      </div>
      {kind === "bypass" && part && partOf(job, part)?.safety_device && (
        <Notice alert>This is a safety device: it is never bypassed.</Notice>
      )}
      {unplacedErrors(error, FIELDS).map((one) => (
        <Notice key={one} alert>
          {one}
        </Notice>
      ))}
      <div>
        <Button type="submit" disabled={saving.isPending}>
          Put it on the list
        </Button>
      </div>
    </form>
  );
}
