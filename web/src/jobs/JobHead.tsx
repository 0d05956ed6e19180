import { ChevronDown } from "lucide-react";
import { lazy, useEffect, useState } from "react";
import { Link } from "react-router";
import { clock } from "@/clock/dates";
import { useSession } from "@/people/session";
import { fetchLater } from "@/ui/fetchLater";
import { OnDemand } from "@/ui/OnDemand";
import { useWide } from "@/ui/useWide";
import type { Visit } from "./useVisit";

const changeSheet = () => import("./route/ChangeSheet");
const handOverSheet = () => import("./HandOverSheet");
const ChangeSheet = lazy(changeSheet);
const HandOverSheet = lazy(handOverSheet);

/** Whose machine it is, what was complained of, and who is at it. */
export function JobHead({ visit }: { visit: Visit }) {
  const { job } = visit;
  const { person } = useSession();
  const [sheet, setSheet] = useState<"change" | "hand over" | null>(null);
  const mine = person?.id === job.technician_id;
  const wide = useWide();
  useEffect(() => fetchLater([changeSheet, handOverSheet]), []);
  const [open, setOpen] = useState(false);
  if (!wide && !open && !sheet) {
    return (
      <button
        type="button"
        aria-expanded={false}
        onClick={() => setOpen(true)}
        className="flex min-h-[44px] items-center justify-between gap-2 text-left"
      >
        <h1 className="truncate">
          <b className="font-semibold">
            Job {job.number} · {job.machine}
          </b>{" "}
          <span className="text-muted">{job.symptom_label}</span>
        </h1>
        <ChevronDown aria-hidden="true" size={18} className="shrink-0" />
      </button>
    );
  }
  return (
    <section aria-label="The job">
      <h1 className="text-[1.15rem] leading-tight font-semibold">
        Job {job.number} ·{" "}
        <Link to={`/machines/${job.machine_id}`} className="hover:underline">
          {job.machine}
        </Link>
      </h1>
      <p className="text-[0.93rem] text-muted">
        {[job.customer, job.place].filter(Boolean).join(", ")}
      </p>
      <p className="mt-1">
        <b className="font-semibold">{job.symptom_label}</b> — {job.complaint}
        {job.error_code && <span className="text-muted"> (shows: {job.error_code})</span>}
      </p>
      <p className="mt-1 flex flex-wrap items-center gap-x-3 text-[0.93rem] text-muted">
        <span>{job.state === "closed" ? "closed" : mine ? "yours" : `${job.technician}’s`}</span>
        {job.state === "open" && !mine && (
          <button
            type="button"
            className="min-h-7 text-action-text underline max-sm:min-h-[44px]"
            onClick={() => void visit.write({ kind: "took_over" }, "taking over")}
          >
            Take it over
          </button>
        )}
        {job.state === "open" && (
          <button
            type="button"
            className="min-h-7 text-action-text underline max-sm:min-h-[44px]"
            onClick={() => setSheet("change")}
          >
            Change
          </button>
        )}
        {job.state === "open" && mine && (
          <button
            type="button"
            className="min-h-7 text-action-text underline max-sm:min-h-[44px]"
            onClick={() => setSheet("hand over")}
          >
            Hand over
          </button>
        )}
        <Link
          to={`/jobs/${job.number}/report`}
          className="flex min-h-7 items-center text-action-text underline max-sm:min-h-[44px]"
        >
          Report
        </Link>
      </p>
      {job.handing_over && (
        <p className="mt-1 border-l-4 border-watch pl-2">
          <b className="font-semibold">
            Left by {job.handing_over.by} at {clock(job.handing_over.at)}:
          </b>{" "}
          {job.handing_over.note}
        </p>
      )}
      {sheet && (
        <OnDemand>
          {sheet === "change" ? (
            <ChangeSheet job={job} onClose={() => setSheet(null)} />
          ) : (
            <HandOverSheet visit={visit} onClose={() => setSheet(null)} />
          )}
        </OnDemand>
      )}
    </section>
  );
}
