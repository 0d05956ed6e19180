import { type FormEvent, useState } from "react";
import { useMeters } from "@/api/queries";
import type { Diagnosis, PointRead } from "@/api/types";
import { UNKNOWN_METER } from "@/check/draft";
import { asItem } from "@/check/entry/MeterField";
import { AskedFields, type AskedForm, isWhole } from "@/circuits/AskedFields";
import { HealthyHere } from "@/circuits/HealthyHere";
import { useEntry } from "@/jobs/route/useEntry";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { FormFoot } from "../steps/FormFoot";
import { JobGate, useJobGate } from "../steps/JobGate";
import type { Visit } from "../useVisit";

type Props = {
  visit: Visit;
  found: Diagnosis;
  asked: AskedForm;
  onAsked: (asked: AskedForm) => void;
  correcting: PointRead | null;
  onDone: (figure: string) => void;
};
const FIELDS = ["display", "lead_zero"].map((one) => `taken.${one}`);
const NOTHING_TYPED = { display: "", reason: "", answers: {} as Record<string, string> };
const UNITS = { ohms: "Ω", volts: "V", amps: "A", millivolts: "mV" } as const;

/** A reading between two points: where, what is due there, what the display shows. */
export function PointsForm({ visit, found, asked, onAsked, correcting, onDone }: Props) {
  const { job, today, setToday } = visit;
  const [typed, setTyped] = useState(NOTHING_TYPED);
  const [id, setId] = useState(newId);
  const meters = useMeters().data ?? [];
  const entry = useEntry(visit, [...FIELDS, "meter", "reason", ...AT.map((one) => `taken.${one}`)]);
  const isLive = asked.kind !== "ohms";
  const gate = useJobGate(visit, isLive ? "live" : "dead", false);
  const cautions = isLive ? found.cautions_live : found.cautions_dead;
  const isolate = () => visit.goTo("isolate");
  function submit(event: FormEvent) {
    event.preventDefault();
    send(typed.answers);
  }
  function send(answers: Record<string, string>) {
    const leads = today.leadZero.trim();
    entry.write(
      {
        kind: "points_read",
        taken: {
          asked,
          display: typed.display,
          lead_zero: isLive || today.leadsNulled || !leads ? null : leads,
          leads_nulled: !isLive && today.leadsNulled,
          answers,
        },
        meter: today.meter === UNKNOWN_METER ? null : Number(today.meter),
        corrects: correcting?.id ?? null,
        reason: typed.reason,
      },
      "a reading between two points",
      id,
      (answer) => {
        onDone(answer ? typed.display : `${typed.display}: kept here, not sent yet`);
        setTyped(NOTHING_TYPED);
        setId(newId());
      },
    );
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <AskedFields
        circuit={found.circuit}
        asked={asked}
        onChange={onAsked}
        errorAt={(field) => entry.at(`taken.${field}`)}
      />
      <HealthyHere machine={job.machine_id} asked={asked} />
      {isWhole(asked) && gate.needs && (
        <JobGate gate={gate} cautions={cautions} onIsolate={isolate} onDead={visit.makeDead} />
      )}
      {isWhole(asked) && !gate.needs && (
        <>
          <div className="grid gap-3 sm:grid-cols-[13rem_minmax(0,1fr)_8rem]">
            <TextField
              id="points-display"
              label="The display shows"
              unit={UNITS[asked.kind]}
              value={typed.display}
              error={entry.at("taken.display")}
              onText={(display) => setTyped({ ...typed, display, answers: {} })}
            />
            <Labelled id="points-meter" label="Meter" error={entry.at("meter")}>
              <Select
                id="points-meter"
                value={today.meter}
                items={meters.map(asItem)}
                onChoose={(meter) => setToday({ ...today, meter })}
              />
            </Labelled>
            {!isLive && !today.leadsNulled && (
              <TextField
                label="Shorted leads"
                unit="Ω"
                value={today.leadZero}
                error={entry.at("taken.lead_zero")}
                onText={(leadZero) => setToday({ ...today, leadZero })}
              />
            )}
          </div>
          {entry.questions.map((one) => (
            <fieldset key={one.code} className="flex flex-wrap gap-2">
              <legend className="sr-only">{one.message}</legend>
              {one.choices.map((choice) => (
                <Button
                  key={choice.value}
                  onClick={() => {
                    const name = `${one.field.replace("taken.", "")}.${one.code}`;
                    const answers = { ...typed.answers, [name]: choice.value };
                    setTyped({ ...typed, answers });
                    send(answers);
                  }}
                >
                  {choice.label}
                </Button>
              ))}
            </fieldset>
          ))}
          {correcting && (
            <TextField
              label={`Why it takes the place of ${correcting.figure}`}
              value={typed.reason}
              error={entry.at("reason")}
              onText={(reason) => setTyped({ ...typed, reason })}
            />
          )}
          <FormFoot
            action={correcting ? "Put it in its place" : "Keep this reading"}
            pending={entry.pending}
            others={entry.others}
          />
          <ul className="list-disc pl-5 text-[0.93rem] text-muted">
            {cautions.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </>
      )}
    </form>
  );
}

const AT = ["first", "second", "part", "called", "lifted", "alone"];
