import { type FormEvent, useState } from "react";
import { useCalibrate } from "@/api/areas/instruments";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { CalibrationIn, Instrument } from "@/api/types";
import { day } from "@/clock/dates";
import { Button } from "@/ui/Button";
import { DateField } from "@/ui/DateField";
import { Labelled } from "@/ui/Field";
import { Section } from "@/ui/Section";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";

type Props = { one: Instrument; isLead: boolean };

/** When it was calibrated, by whom, until when, with its certificates. */
export function Calibrations({ one, isLead }: Props) {
  const [adding, setAdding] = useState(false);
  return (
    <Section title="Calibration">
      {one.calibrations.length === 0 && <p className="text-muted">None is kept.</p>}
      <ul className="border-hairline border-t">
        {one.calibrations.map((each) => (
          <li
            key={each.id}
            className="flex flex-wrap justify-between gap-x-4 border-hairline border-b py-1.5"
          >
            <span>
              {day(each.on)}
              {each.due && `, due ${day(each.due)}`}
            </span>
            <span className="text-muted">
              {each.by_whom}
              {each.certificate && (each.by_whom ? `, ${each.certificate}` : each.certificate)}{" "}
              {each.file && (
                <a
                  className="text-action-text underline"
                  href={`/api/v1/certificates/${each.file}`}
                >
                  certificate
                </a>
              )}
            </span>
          </li>
        ))}
      </ul>
      {isLead && (
        <Button className="mt-2" onClick={() => setAdding(true)}>
          It was calibrated
        </Button>
      )}
      {adding && <CalibrationSheet number={one.id} onClose={() => setAdding(false)} />}
    </Section>
  );
}

const FIELDS = ["on", "due", "by_whom", "certificate", "file"];

function CalibrationSheet({ number, onClose }: { number: number; onClose: () => void }) {
  const saving = useCalibrate(number);
  const [file, setFile] = useState<File | null>(null);
  const [draft, setDraft] = useState<CalibrationIn>({
    on: "",
    due: "",
    by_whom: "",
    certificate: "",
  });
  const at = (field: string) => errorAt(saving.error, field);
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate({ given: draft, file }, { onSuccess: onClose });
  }
  return (
    <Sheet title="It was calibrated" open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-2.5">
        <div className="grid gap-2.5 sm:grid-cols-2">
          <DateField
            id="calibrated-on"
            label="On"
            error={at("on")}
            value={draft.on}
            onDay={(on) => setDraft({ ...draft, on })}
          />
          <DateField
            id="calibration-due"
            label="Due again"
            error={at("due")}
            value={draft.due}
            onDay={(due) => setDraft({ ...draft, due })}
          />
        </div>
        <TextField
          id="calibrated-by"
          label="By whom"
          error={at("by_whom")}
          value={draft.by_whom}
          maxLength={120}
          onText={(by_whom) => setDraft({ ...draft, by_whom })}
        />
        <TextField
          id="calibration-certificate"
          label="Certificate’s number"
          error={at("certificate")}
          value={draft.certificate}
          maxLength={80}
          onText={(certificate) => setDraft({ ...draft, certificate })}
        />
        <Labelled
          id="calibration-file"
          label="Certificate"
          hint="PDF, 5 MB at most"
          error={at("file")}
        >
          <input
            id="calibration-file"
            type="file"
            accept="application/pdf"
            className="block w-full"
            onChange={(event) => setFile(event.target.files?.[0] ?? null)}
          />
        </Labelled>
        <SheetFoot
          pending={saving.isPending}
          others={unplacedErrors(saving.error, FIELDS)}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
