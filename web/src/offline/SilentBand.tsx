import { useQueryClient } from "@tanstack/react-query";
import { CloudOff } from "lucide-react";
import { Link, useLocation } from "react-router";
import { keys } from "@/api/keys";
import { silentSince } from "@/api/reach";
import type { Job } from "@/api/types";
import { clockOrDay } from "@/clock/dates";
import { useNow } from "@/clock/useNow";
import { useShared } from "@/stored/shared";

/** The number of a job that is held here, unless it is the one on the page. */
function useJobAtHand(): number | undefined {
  const { pathname } = useLocation();
  const store = useQueryClient();
  const held = store.getQueriesData<Job>({ queryKey: keys.job() });
  const job = held.map(([, one]) => one).findLast((one) => one);
  return job && !pathname.startsWith(`/jobs/${job.number}`) ? job.number : undefined;
}

/** Told on every page while the server does not answer. */
export function SilentBand() {
  const since = useShared(silentSince);
  const now = useNow(30_000);
  const job = useJobAtHand();
  if (since === null) return null;
  return (
    <p
      role="alert"
      className="no-print flex items-center gap-2 border-hairline border-b bg-watch-tint px-4.5 py-1.5"
    >
      <CloudOff aria-hidden="true" size={18} className="shrink-0" />
      <span>
        <b className="font-semibold">
          No connection to the shop since {clockOrDay(new Date(since).toISOString(), now)}.
        </b>{" "}
        What stands here was seen before that. What you record is kept here, and judged when it is
        back.
        {job && (
          <>
            {" "}
            <Link to={`/jobs/${job}`} className="underline">
              Job {job}, as it was last seen
            </Link>
          </>
        )}
      </span>
    </p>
  );
}
