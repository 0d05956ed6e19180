import { useState } from "react";
import { useCalibrate } from "@/api/areas/instruments";
import type { CalibrationIn, Instrument } from "@/api/types";
import { day } from "@/clock/dates";
import { FormFields } from "@/forms/FormFields";
import { type FieldDef, words } from "@/forms/fields";
import { SheetForm } from "@/forms/SheetForm";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { Section } from "@/ui/Section";

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

const DAYS: FieldDef[] = [
  { type: "day", at: "on", label: "On" },
  { type: "day", at: "due", label: "Due again" },
];
const BY = [words("by_whom", "By whom", 120), words("certificate", "Certificate’s number", 80)];

function CalibrationSheet({ number, onClose }: { number: number; onClose: () => void }) {
  const saving = useCalibrate(number);
  const [file, setFile] = useState<File | null>(null);
  const form = useForm("calibration", [...DAYS, ...BY], saving);
  function send() {
    saving.mutate({ given: form.sent() as CalibrationIn, file }, { onSuccess: onClose });
  }
  return (
    <SheetForm
      title="It was calibrated"
      pending={saving.isPending}
      others={form.others("file")}
      onSend={send}
      onClose={onClose}
    >
      <div className="grid gap-2.5 sm:grid-cols-2">
        <FormFields form={form} defs={DAYS} />
      </div>
      <FormFields form={form} defs={BY} />
      <Labelled
        id="calibration-file"
        label="Certificate"
        hint="PDF, 5 MB at most"
        error={form.at("file")}
      >
        <input
          id="calibration-file"
          type="file"
          accept="application/pdf"
          className="block w-full"
          onChange={(event) => setFile(event.target.files?.[0] ?? null)}
        />
      </Labelled>
    </SheetForm>
  );
}
