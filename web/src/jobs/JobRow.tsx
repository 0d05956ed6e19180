import { Link } from "react-router";
import type { JobSummary } from "@/api/types";
import { day } from "@/clock/dates";

/** A job in a list: whose machine, what was complained of, who is at it. */
export function JobRow({ job }: { job: JobSummary }) {
  return (
    <li className="border-hairline border-b">
      <Link
        to={`/jobs/${job.number}`}
        className="grid grid-cols-[4rem_minmax(0,1.1fr)_minmax(0,1.7fr)_9.5rem] items-center gap-3 py-2.5 hover:bg-sheet max-md:grid-cols-[4rem_minmax(0,1fr)]"
      >
        <span className="text-[1.25rem] font-semibold">{job.number}</span>
        <span>
          <b className="block font-semibold">{job.machine}</b>
          <span className="block text-muted">{job.customer}</span>
        </span>
        <span className="max-md:col-start-2">
          <b className="font-semibold">{job.symptom_label}</b>
          <span className="block truncate text-muted">{job.complaint}</span>
        </span>
        <span className="text-muted max-md:col-start-2 md:text-right">
          <span className="block">
            <b className="font-semibold text-ink">{job.state}</b> · {job.technician.split(" ")[0]}
          </span>
          {day(job.closed_at ?? job.opened_at)}
        </span>
      </Link>
    </li>
  );
}
