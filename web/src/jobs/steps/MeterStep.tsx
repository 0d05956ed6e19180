import type { FormEvent } from "react";
import { useMeters } from "@/api/queries";
import { useDraft } from "@/app/stored";
import { UNKNOWN_METER } from "@/check/draft";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import { useEntry } from "../useEntry";
import type { Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** Which meter, and whether it and its leads can be trusted today. */
export function MeterStep({ visit }: { visit: Visit }) {
  const { job } = visit;
  const meters = useMeters().data ?? [];
  const first = meters[0]?.id;
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.meter`, {
    meter: "",
    shorted: "",
    steady: false,
    open: false,
    battery: false,
    nulled: false,
  });
  const chosen =
    draft.meter || String(job.meter?.meter ?? job.conditions.meter ?? first ?? UNKNOWN_METER);
  const entry = useEntry(visit, [
    "check.shorted",
    "check.steady",
    "check.open_reads_ol",
    "check.battery_good",
    "meter",
  ]);
  function submit(event: FormEvent) {
    event.preventDefault();
    write(draft);
  }
  function write({ steady, open, battery }: Pick<typeof draft, "steady" | "open" | "battery">) {
    const check = {
      shorted: draft.shorted,
      steady,
      open_reads_ol: open,
      battery_good: battery,
      leads_nulled: draft.nulled,
    };
    const meter = chosen === UNKNOWN_METER ? null : Number(chosen);
    entry.write({ kind: "meter_checked", meter, check }, "meter and leads", draft.id, (answer) => {
      visit.setToday((now) => ({
        ...now,
        meter: chosen,
        leadZero: draft.nulled ? "" : draft.shorted,
        leadsNulled: draft.nulled,
      }));
      forget();
      visit.moveOn(answer, "Meter and leads are good");
    });
  }
  const said = ["check.steady", "check.open_reads_ol", "check.battery_good", "meter"]
    .map(entry.at)
    .filter((one) => one !== undefined);
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <Choices
        label="Meter"
        value={chosen}
        items={meters.map((one) => ({
          value: one.id === null ? UNKNOWN_METER : String(one.id),
          label: one.name,
          detail: `ohms ${one.functions.find((f) => f.function === "resistance")?.accuracy ?? "none"}`,
        }))}
        onChoose={(meter) => change({ meter })}
      />
      <div className="max-w-[16rem]">
        <TextField
          id="shorted"
          label="Leads shorted read"
          error={entry.at("check.shorted")}
          data-first
          unit="Ω"
          inputMode="decimal"
          className="font-mono text-[1.3rem]"
          value={draft.shorted}
          onText={(shorted) => change({ shorted })}
        />
      </div>
      <div>
        <TickBox
          strong
          label="The figure stands still while the leads are moved"
          on={draft.steady}
          onChange={(steady) => change({ steady })}
        />
        <TickBox
          strong
          label="Leads apart show OL"
          on={draft.open}
          onChange={(open) => change({ open })}
        />
        <TickBox
          strong
          label="Battery is good"
          on={draft.battery}
          onChange={(battery) => change({ battery })}
        />
        <TickBox
          strong
          label="REL took the leads off: nothing is to be subtracted"
          on={draft.nulled}
          onChange={(nulled) => change({ nulled })}
        />
      </div>
      <FormFoot
        action="Meter and leads are good"
        pending={entry.pending}
        others={[...said, ...entry.others]}
      >
        {!(draft.steady && draft.open && draft.battery) && (
          <Button
            disabled={entry.pending}
            onClick={() => write({ steady: true, open: true, battery: true })}
          >
            All three are so: still, OL apart, battery good
          </Button>
        )}
      </FormFoot>
    </form>
  );
}
