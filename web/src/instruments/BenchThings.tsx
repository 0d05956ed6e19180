import { type FormEvent, useState } from "react";
import { useAddLeads, useAddResistor, useLeads, useResistors } from "@/api/areas/instruments";
import { errorAt, unplacedErrors } from "@/api/errors";
import { dateAndClock } from "@/clock/dates";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { Section } from "@/ui/Section";
import { TextField } from "@/ui/TextField";

/** What lies beside the meters: sets of test leads, and resistors whose value is known. */
export function BenchThings({ isLead }: { isLead: boolean }) {
  return (
    <>
      <Leads isLead={isLead} />
      <Resistors isLead={isLead} />
    </>
  );
}

function Leads({ isLead }: { isLead: boolean }) {
  const leads = useLeads().data ?? [];
  const adding = useAddLeads();
  const [name, setName] = useState("");
  function submit(event: FormEvent) {
    event.preventDefault();
    adding.mutate(name, { onSuccess: () => setName("") });
  }
  return (
    <Section title="Test leads">
      <ul className="border-hairline border-t">
        {leads.map((one) => (
          <li
            key={one.id}
            className="flex flex-wrap justify-between gap-x-4 border-hairline border-b py-1.5"
          >
            <b className="font-semibold">{one.name}</b>
            <span className="text-muted">
              {one.last_at
                ? `shorted ${one.last_zero} Ω, ${one.last_meter}, ${dateAndClock(one.last_at)}`
                : "not shorted yet"}
            </span>
          </li>
        ))}
      </ul>
      {isLead && (
        <form onSubmit={submit} className="mt-2 flex flex-wrap items-end gap-2">
          <TextField
            id="leads-name"
            label="A set of leads"
            error={errorAt(adding.error, "name")}
            value={name}
            maxLength={80}
            onText={setName}
          />
          <Button type="submit" disabled={adding.isPending}>
            Add the set
          </Button>
        </form>
      )}
    </Section>
  );
}

const NO_RESISTOR = { name: "", ohms: "", percent: "", retired: false };

function Resistors({ isLead }: { isLead: boolean }) {
  const known = useResistors().data ?? [];
  const adding = useAddResistor();
  const [draft, setDraft] = useState(NO_RESISTOR);
  const at = (field: string) => errorAt(adding.error, field);
  function submit(event: FormEvent) {
    event.preventDefault();
    adding.mutate(draft, { onSuccess: () => setDraft(NO_RESISTOR) });
  }
  return (
    <Section title="Known resistors, for the daily check">
      <ul className="border-hairline border-t">
        {known.map((one) => (
          <li
            key={one.id}
            className="flex flex-wrap justify-between gap-x-4 border-hairline border-b py-1.5"
          >
            <b className="font-semibold">{one.name}</b>
            <span className="text-muted">
              {one.ohms} Ω ±{one.percent} %
            </span>
          </li>
        ))}
      </ul>
      {isLead && (
        <form onSubmit={submit} className="mt-2 grid items-end gap-2 sm:grid-cols-4">
          <TextField
            id="resistor-name"
            label="A resistor"
            error={at("name")}
            value={draft.name}
            maxLength={80}
            onText={(name) => setDraft({ ...draft, name })}
          />
          <TextField
            id="resistor-ohms"
            label="Its value"
            unit="Ω"
            error={at("ohms")}
            value={draft.ohms}
            maxLength={20}
            onText={(ohms) => setDraft({ ...draft, ohms })}
          />
          <TextField
            id="resistor-percent"
            label="±"
            unit="%"
            error={at("percent")}
            value={draft.percent}
            maxLength={10}
            onText={(percent) => setDraft({ ...draft, percent })}
          />
          <Button type="submit" disabled={adding.isPending}>
            Add it
          </Button>
          <OtherErrors others={unplacedErrors(adding.error, ["name", "ohms", "percent"])} />
        </form>
      )}
    </Section>
  );
}
