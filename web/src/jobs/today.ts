import type { Job } from "@/api/types";
import { type Draft, newDraft, settledInRoom, UNKNOWN_METER } from "@/check/draft";

/** What goes from one reading of a job to the next: meter, leads, the room, the supply. */
const OF_THE_JOB = [
  ...(["meter", "leadZero", "leadsNulled", "room", "supply", "rule", "ruleSet"] as const),
] as const;
/** What belongs to one part: how warm it is, where it stands, and what was typed of it. */
const OF_THE_PART = [
  "id",
  "entries",
  "partTemperature",
  "temperatureSource",
  "thermometer",
  "thermometerLimit",
  "settled",
  "warm",
  "coldJunction",
  "coldJunctionSource",
  "standsAt",
  "pair",
] as const;

export type Today = Pick<Draft, (typeof OF_THE_JOB)[number]> & {
  /** Said of the whole machine: it has settled in the room; and how often it had lapsed by then. */
  allSettled: number | null;
};
export type OfPart = Pick<Draft, (typeof OF_THE_PART)[number]>;

function picked<Name extends keyof Draft>(draft: Draft, names: readonly Name[]): Pick<Draft, Name> {
  return Object.fromEntries(names.map((name) => [name, draft[name]])) as Pick<Draft, Name>;
}

/** A part of which nothing was typed yet. */
export function emptyOfPart(): OfPart {
  return picked(newDraft(), OF_THE_PART);
}

/** What ends a part's temperature: the machine went live, or something was waited for. */
export function lapses(job: Pick<Job, "entries" | "waits">): number {
  return job.entries.filter((one) => one.kind === "went_live").length + job.waits.length;
}

/** A part of a machine that has settled as a whole, and of which nothing else was said. */
export function settledWithAll<Own extends OfPart>(own: Own, today: Today, ended: number): Own {
  if (today.allSettled !== ended || !today.room.trim() || own.partTemperature) return own;
  return { ...own, ...settledInRoom(today) };
}

/** Today's conditions as the job knows them: from its meter check and its last reading. */
export function todayOf(job: Job): Today {
  const text = (name: string) => {
    const value = job.conditions[name];
    return value === null || value === undefined ? "" : String(value);
  };
  const number = job.meter?.meter ?? job.conditions.meter;
  return {
    ...picked(newDraft(), OF_THE_JOB),
    meter: number === null || number === undefined ? UNKNOWN_METER : String(number),
    leadZero: job.meter && !job.meter.leads_nulled ? job.meter.shorted : text("lead_zero"),
    leadsNulled: job.meter?.leads_nulled ?? job.conditions.leads_nulled === true,
    supply: text("supply"),
    ruleSet: job.rule_set ? String(job.rule_set) : "",
    allSettled: null,
  };
}

/** A change of the whole draft, divided: what stays with the job, and what with the part. */
export function divided(draft: Draft): { today: Omit<Today, "allSettled">; part: OfPart } {
  return { today: picked(draft, OF_THE_JOB), part: picked(draft, OF_THE_PART) };
}
