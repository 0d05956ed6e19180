import type { Job } from "@/api/types";
import { type Draft, newDraft, UNKNOWN_METER } from "@/check/draft";

/** What goes from one reading of a job to the next: meter, leads, how warm it is. */
const KEPT = [
  "meter",
  "leadZero",
  "leadsNulled",
  "partTemperature",
  "temperatureSource",
  "thermometerLimit",
  "supply",
  "coldJunction",
  "coldJunctionSource",
  "standsAt",
  "pair",
  "settled",
  "rule",
] as const;

export type Today = Pick<Draft, (typeof KEPT)[number]>;

function kept(draft: Draft): Today {
  return Object.fromEntries(KEPT.map((name) => [name, draft[name]])) as Today;
}

/** Today's conditions as the job knows them: from its meter check and its last reading. */
export function todayOf(job: Job): Today {
  const text = (name: string) => {
    const value = job.conditions[name];
    return value === null || value === undefined ? "" : String(value);
  };
  const number = job.meter?.meter ?? job.conditions.meter;
  return {
    ...kept(newDraft()),
    meter: number === null || number === undefined ? UNKNOWN_METER : String(number),
    leadZero: job.meter && !job.meter.leads_nulled ? job.meter.shorted : text("lead_zero"),
    leadsNulled: job.meter?.leads_nulled ?? job.conditions.leads_nulled === true,
    partTemperature: text("part_temperature"),
    temperatureSource: (text("temperature_source") || "guessed") as Today["temperatureSource"],
    thermometerLimit: text("thermometer_limit"),
    supply: text("supply"),
  };
}

/** A change of the whole draft, divided: what stays with the job, and what with the part. */
export function divided(draft: Draft): { today: Today; part: Pick<Draft, "id" | "entries"> } {
  return { today: kept(draft), part: { id: draft.id, entries: draft.entries } };
}
