import { type FormEvent, useState } from "react";
import { useCheckMeter, useResistors } from "@/api/areas/instruments";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Instrument } from "@/api/types";
import { dateAndClock } from "@/clock/dates";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { OtherErrors } from "@/ui/OtherErrors";
import { Section } from "@/ui/Section";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";

const FIELDS = ["display", "shorted", "resistor"];

/** The daily check: the meter on a known resistor. Off by more than U, it is not trusted any more. */
export function MeterChecks({ one }: { one: Instrument }) {
  const known = useResistors().data?.filter((each) => !each.retired) ?? [];
  const checking = useCheckMeter(one.id);
  const [chosen, setChosen] = useState("");
  const [draft, setDraft] = useState({ id: newId(), display: "", shorted: "" });
  const resistor = chosen || String(known[0]?.id ?? "");
  const at = (field: string) => errorAt(checking.error, field);
  function submit(event: FormEvent) {
    event.preventDefault();
    checking.mutate(
      { ...draft, resistor: Number(resistor) },
      { onSuccess: () => setDraft({ id: newId(), display: "", shorted: "" }) },
    );
  }
  return (
    <Section title="Daily check">
      {known.length === 0 ? (
        <p className="text-muted">
          No known resistor is kept. A lead adds one under Meters and thermometers.
        </p>
      ) : (
        <form onSubmit={submit} className="flex flex-col gap-2">
          <Labelled id="check-resistor" label="On" error={at("resistor")}>
            <Select
              id="check-resistor"
              label="On"
              value={resistor}
              items={known.map((each) => ({
                value: String(each.id),
                label: `${each.name}: ${each.ohms} Ω ±${each.percent} %`,
              }))}
              onChoose={setChosen}
            />
          </Labelled>
          <div className="grid grid-cols-2 gap-2.5">
            <TextField
              id="check-display"
              label="It shows"
              unit="Ω"
              inputMode="decimal"
              className="font-mono"
              error={at("display")}
              value={draft.display}
              maxLength={40}
              onText={(display) => setDraft({ ...draft, display })}
            />
            <TextField
              id="check-shorted"
              label="Leads shorted"
              hint="if not REL"
              unit="Ω"
              inputMode="decimal"
              className="font-mono"
              error={at("shorted")}
              value={draft.shorted}
              maxLength={40}
              onText={(shorted) => setDraft({ ...draft, shorted })}
            />
          </div>
          <OtherErrors others={unplacedErrors(checking.error, FIELDS)} />
          <Button type="submit" className="self-start" disabled={checking.isPending}>
            Check it
          </Button>
        </form>
      )}
      <ul className="mt-2 border-hairline border-t">
        {one.checks.map((each) => (
          <li key={each.id} className="border-hairline border-b py-1.5">
            <span className={each.off ? "block font-semibold text-bad" : "block"}>
              {each.headline}
            </span>
            <span className="text-muted">
              {dateAndClock(each.at)}, {each.by}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
