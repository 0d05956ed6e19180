import type { FormEvent } from "react";
import { useLeads, useMetersForJob } from "@/api/areas/instruments";
import { isFirstLoad } from "@/api/firstLoad";
import { useMeters } from "@/api/queries";
import type { MeterChoice, MeterForJob } from "@/api/types";
import { UNKNOWN_METER } from "@/check/draft";
import { asItem } from "@/check/entry/MeterField";
import { DOUBTS } from "@/instruments/Standing";
import { useEntry } from "@/jobs/route/useEntry";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import { ToCome } from "@/ui/ToCome";
import { inside } from "@/verdict/prose";
import type { Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

/** Which meter, and whether it and its leads can be trusted today. */
export function MeterStep({ visit }: { visit: Visit }) {
  const { job } = visit;
  const kept = useMeters();
  const forJob = useMetersForJob(job.number);
  const ofShop = useLeads();
  const meters = kept.data ?? [];
  const ranked = forJob.data ?? [];
  const leads = ofShop.data?.filter((one) => !one.retired) ?? [];
  const first = meters[0]?.id;
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.meter`, {
    meter: "",
    leads: "",
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
    "leads",
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
    const set = draft.leads ? Number(draft.leads) : null;
    entry.write(
      { kind: "meter_checked", meter, leads: set, check },
      "meter and leads",
      draft.id,
      (answer) => {
        visit.setToday((now) => ({
          ...now,
          meter: chosen,
          leadZero: draft.nulled ? "" : draft.shorted,
          leadsNulled: draft.nulled,
        }));
        forget();
        visit.moveOn(answer, "Meter and leads are good");
      },
    );
  }
  const said = ["check.steady", "check.open_reads_ol", "check.battery_good", "meter"]
    .map(entry.at)
    .filter((one) => one !== undefined);
  if (isFirstLoad(kept, forJob, ofShop)) return <ToCome>Loading the instruments …</ToCome>;
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <Choices
        label="Meter"
        value={chosen}
        items={inOrder(meters, ranked).map((one) => ({
          ...asItem(one),
          detail: [
            decides(ranked.find((each) => each.id === one.id)),
            ...one.doubts.map((code) => DOUBTS[code]),
          ]
            .filter(Boolean)
            .join(", "),
        }))}
        onChoose={(meter) => change({ meter })}
      />
      {meters
        .find((one) => asItem(one).value === chosen)
        ?.told.map((one) => (
          <p key={one} className="font-medium text-watch">
            {one}
          </p>
        ))}
      <NotDecided meter={ranked.find((one) => String(one.id) === chosen)} />
      {leads.length > 0 && (
        <Choices
          label="Leads"
          value={draft.leads}
          items={leads.map((one) => ({
            value: String(one.id),
            label: one.name,
            detail: one.last_at ? `last ${one.last_zero} Ω` : "not shorted yet",
          }))}
          onChoose={(set) => change({ leads: set })}
        />
      )}
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

/** The meters as they are ranked for the job, those that are not ranked last. */
function inOrder(meters: MeterChoice[], ranked: MeterForJob[]): MeterChoice[] {
  const place = (one: MeterChoice) => {
    const found = ranked.findIndex((each) => each.id === one.id);
    return found < 0 ? ranked.length : found;
  };
  return [...meters].sort((one, other) => place(one) - place(other));
}

/** How many of the job's tests a meter decides, in words. */
function decides(one: MeterForJob | undefined): string {
  if (!one) return "";
  const tests = one.good + one.with_care + one.not_decided.length;
  const care = one.with_care > 0 ? `, ${one.with_care} with care` : "";
  const rated = one.rated === false ? ", not rated for this supply" : "";
  return `decides ${one.good} of ${tests} well${care}${rated}`;
}

/** What the chosen meter does not decide, and why. */
function NotDecided({ meter }: { meter: MeterForJob | undefined }) {
  if (!meter || meter.not_decided.length === 0) return null;
  return (
    <details>
      <summary className="min-h-7 cursor-pointer text-muted">
        {meter.not_decided.length} {meter.not_decided.length === 1 ? "test" : "tests"} it does not
        decide
      </summary>
      <ul className="text-[0.92rem]">
        {meter.not_decided.map((one) => (
          <li key={`${one.part} ${one.title}`}>
            {one.part}, {inside(one.title)}: {one.told}
          </li>
        ))}
      </ul>
    </details>
  );
}
