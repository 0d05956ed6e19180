import type { FormEvent, ReactNode } from "react";
import { useAddLeads, useAddResistor, useLeads, useResistors } from "@/api/areas/instruments";
import type { ResistorIn } from "@/api/types";
import { dateAndClock } from "@/clock/dates";
import { FormFields } from "@/forms/FormFields";
import { words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { Section } from "@/ui/Section";

/** What lies beside the meters: sets of test leads, and resistors whose value is known. */
export function BenchThings({ isLead }: { isLead: boolean }) {
  return (
    <>
      <Leads isLead={isLead} />
      <Resistors isLead={isLead} />
    </>
  );
}

const LEADS = [words("name", "A set of leads", 80)];
const RESISTOR = [
  words("name", "A resistor", 80),
  words("ohms", "Its value", 20, { unit: "Ω" }),
  words("percent", "±", 10, { unit: "%" }),
];

function Leads({ isLead }: { isLead: boolean }) {
  const leads = useLeads().data ?? [];
  const adding = useAddLeads();
  const form = useForm("leads", LEADS, adding);
  function submit(event: FormEvent) {
    event.preventDefault();
    adding.mutate(String(form.sent().name), { onSuccess: () => form.clear() });
  }
  return (
    <Section title="Test leads">
      <ul className="border-hairline border-t">
        {leads.map((one) => (
          <Thing key={one.id} name={one.name}>
            {one.last_at
              ? `shorted ${one.last_zero} Ω, ${one.last_meter}, ${dateAndClock(one.last_at)}`
              : "not shorted yet"}
          </Thing>
        ))}
      </ul>
      {isLead && (
        <form onSubmit={submit} className="mt-2 flex flex-wrap items-end gap-2">
          <FormFields form={form} defs={LEADS} />
          <Button type="submit" disabled={adding.isPending}>
            Add the set
          </Button>
          <OtherErrors others={form.others()} />
        </form>
      )}
    </Section>
  );
}

function Resistors({ isLead }: { isLead: boolean }) {
  const known = useResistors().data ?? [];
  const adding = useAddResistor();
  const form = useForm("resistor", RESISTOR, adding);
  function submit(event: FormEvent) {
    event.preventDefault();
    const body = { ...form.sent(), retired: false } as ResistorIn;
    adding.mutate(body, { onSuccess: () => form.clear() });
  }
  return (
    <Section title="Known resistors, for the daily check">
      <ul className="border-hairline border-t">
        {known.map((one) => (
          <Thing key={one.id} name={one.name}>
            {one.ohms} Ω ±{one.percent} %
          </Thing>
        ))}
      </ul>
      {isLead && (
        <form onSubmit={submit} className="mt-2 grid items-end gap-2 sm:grid-cols-4">
          <FormFields form={form} defs={RESISTOR} />
          <Button type="submit" disabled={adding.isPending}>
            Add it
          </Button>
          <OtherErrors others={form.others()} />
        </form>
      )}
    </Section>
  );
}

function Thing({ name, children }: { name: string; children: ReactNode }) {
  return (
    <li className="flex flex-wrap justify-between gap-x-4 border-hairline border-b py-1.5">
      <b className="font-semibold">{name}</b>
      <span className="text-muted">{children}</span>
    </li>
  );
}
