import { type FormEvent, useState } from "react";
import type { Diagnosis, SwapMade } from "@/api/types";
import { useEntry } from "@/jobs/route/useEntry";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { Labelled } from "@/ui/Field";
import { Foot } from "@/ui/Foot";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { FormFoot } from "../steps/FormFoot";
import type { Visit } from "../useVisit";

type Props = {
  visit: Visit;
  found: Diagnosis;
  correcting: SwapMade | null;
  onDone: (said: string) => void;
  onCancel: () => void;
};
type Way = SwapMade["way"];

const WAYS: { value: Way; label: string }[] = [
  { value: "known_good", label: "One known to be good in its place" },
  { value: "elsewhere", label: "The part put where another works" },
  { value: "taken_out", label: "Taken out, or its wires off" },
];
const COMPLAINT = [
  { value: "works", label: "The complaint is gone" },
  { value: "fails", label: "The complaint stays" },
];
const WENT: Record<Way, { value: string; label: string }[]> = {
  known_good: COMPLAINT,
  taken_out: COMPLAINT,
  elsewhere: [
    { value: "works", label: "It works there" },
    { value: "fails", label: "It fails there, too" },
  ],
};
const FIELDS = ["row", "way", "works", "reason"];

/** A trial with a swapped part: which, how, and what came of it. */
export function SwapForm({ visit, found, correcting, onDone, onCancel }: Props) {
  const [row, setRow] = useState(correcting?.row ?? "");
  const [way, setWay] = useState<Way>(correcting?.way ?? "known_good");
  const [went, setWent] = useState("");
  const [reason, setReason] = useState("");
  const [id, setId] = useState(newId);
  const entry = useEntry(visit, FIELDS);
  const names = new Map(found.circuit.rows.map((one) => [one.key, one.name]));
  const items = found.swappable.map((key) => ({ value: key, label: names.get(key) ?? key }));
  const cancel = <Button onClick={onCancel}>Cancel</Button>;
  function submit(event: FormEvent) {
    event.preventDefault();
    const swap = { row, way, works: went === "works", corrects: correcting?.id ?? null, reason };
    entry.write({ kind: "swapped", ...swap }, "a trial with a swapped part", id, (answer) => {
      onDone(answer ? "Kept" : "Kept here, not sent yet");
      setWent("");
      setId(newId());
    });
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <Labelled id="swap-row" label="Part" error={entry.at("row")}>
        <Select id="swap-row" value={row} items={items} onChoose={setRow} />
      </Labelled>
      <Choices
        label="What was done"
        value={way}
        items={WAYS}
        onChoose={(next) => {
          setWay(next as Way);
          setWent("");
        }}
      />
      <Choices label="What came of it" value={went} items={WENT[way]} onChoose={setWent} />
      {correcting && (
        <TextField
          label={`Why it takes the place of “${correcting.text}”`}
          value={reason}
          error={entry.at("reason")}
          onText={setReason}
        />
      )}
      {row && went ? (
        <FormFoot
          action={correcting ? "Put it in its place" : "Keep this trial"}
          pending={entry.pending}
          others={entry.others}
        >
          {cancel}
        </FormFoot>
      ) : (
        <Foot>{cancel}</Foot>
      )}
      <ul className="list-disc pl-5 text-[0.93rem] text-muted">
        {found.cautions_swap.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </form>
  );
}
