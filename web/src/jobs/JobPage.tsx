import { useEffect, useRef } from "react";
import { useJob } from "@/api/areas/jobs";
import { Refused } from "@/api/client";
import { silentSince } from "@/api/reach";
import type { Job } from "@/api/types";
import { useShownLiveState } from "@/app/liveState";
import { useNumber } from "@/app/useNumber";
import { useKeys } from "@/keys/shortcuts";
import { useShared } from "@/stored/shared";
import { Notice } from "@/ui/Notice";
import { CasePanel } from "./case/CasePanel";
import { JobHead } from "./JobHead";
import { liveStateOf } from "./liveState";
import { RoutePanel } from "./route/RoutePanel";
import { StepView } from "./route/StepView";
import { useNext } from "./route/useNext";
import { useVisit } from "./useVisit";

/** A job: its route left, the step in the centre, the case right. */
export default function JobPage() {
  const number = useNumber();
  const found = useJob(number);
  if (found.data)
    return (
      <Whole key={number} job={found.data} stale={found.isError ? found.error.message : null} />
    );
  return (
    <div className="p-4.5">
      <Notice alert={found.isError}>
        {found.error instanceof Refused
          ? found.error.message
          : found.isError
            ? `The job could not be read: ${found.error.message}`
            : "Loading the job …"}
      </Notice>
    </div>
  );
}

function Whole({ job, stale }: { job: Job; stale: string | null }) {
  const visit = useVisit(job);
  const next = useNext(visit);
  const silent = useShared(silentSince) !== null;
  useShownLiveState(liveStateOf(job, visit.makeDead));
  const centre = useRef<HTMLDivElement>(null);
  const key = visit.place?.item.key;
  useKeys({
    next: () => next?.go(),
    entry: () => centre.current?.querySelector<HTMLElement>("input, textarea, button")?.focus(),
  });
  // Another step: its first field is where the person wants to be, and on a phone its top in sight.
  const before = useRef(key);
  useEffect(() => {
    if (before.current === key) return;
    before.current = key;
    const field = centre.current?.querySelector<HTMLElement>("#entry, [data-first]");
    field?.focus({ preventScroll: true });
    if (window.matchMedia("(max-width: 64rem)").matches) centre.current?.scrollIntoView();
  }, [key]);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[18.5rem_minmax(0,1fr)_20.5rem]">
      <div className="flex flex-col border-hairline px-4.5 max-lg:border-b lg:gap-3 lg:border-r lg:py-3.5">
        <JobHead visit={visit} />
        <RoutePanel visit={visit} />
      </div>
      <div ref={centre} className="flex min-w-0 scroll-mt-1 flex-col gap-2.5 px-4.5 py-3">
        {stale && !silent && <Notice alert>{stale} This is the job as it was last seen.</Notice>}
        {visit.said && (
          <p role="status" className="text-[0.93rem] text-muted">
            {visit.said}
          </p>
        )}
        <StepView visit={visit} />
      </div>
      <CasePanel visit={visit} />
    </div>
  );
}
