import { Link } from "react-router";
import { useEndWait, useFinishFollowUp } from "@/api/areas/jobs";
import type { Wait } from "@/api/types";
import { clock, clockOrDay, day } from "@/clock/dates";
import { timeLeft } from "@/clock/timeLeft";
import { useNow } from "@/clock/useNow";
import { Button } from "@/ui/Button";
import type { Visit } from "../useVisit";
import { FollowUpOnDemand } from "./FollowUpOnDemand";
import { WaitForm } from "./WaitForm";

/** What comes later: waits with their clock time, follow-ups with their day. */
export function LaterTab({ visit }: { visit: Visit }) {
  const { job } = visit;
  const now = useNow(15_000);
  const finish = useFinishFollowUp();
  const isOpen = job.state === "open";
  return (
    <>
      {job.waits.length > 0 && (
        <section aria-label="Waits">
          <h2 className="legend mb-1">Waits</h2>
          <ul>
            {job.waits.map((wait) => (
              <WaitLine key={wait.id} wait={wait} now={now} />
            ))}
          </ul>
        </section>
      )}
      {job.follow_ups.length > 0 && (
        <section aria-label="Follow-ups">
          <h2 className="legend mb-1">Follow-ups</h2>
          <ul>
            {job.follow_ups.map((one) => (
              <li key={one.id} className="flex items-start justify-between gap-2 py-1">
                <span>
                  <b className="font-semibold">{one.text}</b>
                  <span className="block text-muted">
                    {[one.part, one.done_at ? "done" : day(one.due_on)].filter(Boolean).join(", ")}
                  </span>
                </span>
                {!one.done_at && (
                  <Button
                    className="!min-h-8 max-sm:!min-h-[44px]"
                    onClick={() => finish.mutate(one.id)}
                  >
                    Done
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {isOpen && <WaitForm visit={visit} />}
      {isOpen && <FollowUpOnDemand visit={visit} part={null} kind="other" />}
      <Link to="/follow-ups" className="text-action-text underline">
        All follow-ups
      </Link>
    </>
  );
}

function WaitLine({ wait, now }: { wait: Wait; now: number }) {
  const end = useEndWait();
  const rest = Date.parse(wait.due_at) - now;
  return (
    <li className="flex items-start justify-between gap-2 py-1">
      <span>
        <b className="font-semibold">{wait.text}</b>
        <span
          className={`block ${!wait.ended_at && rest <= 0 ? "font-semibold text-watch" : "text-muted"}`}
        >
          {wait.ended_at
            ? `ended ${clock(wait.ended_at)}`
            : rest <= 0
              ? `due since ${clockOrDay(wait.due_at, now)}`
              : `${clockOrDay(wait.due_at, now)} — ${timeLeft(rest)}`}
        </span>
        {wait.reckoned && <span className="block text-[0.87rem] text-muted">{wait.reckoned}</span>}
      </span>
      {!wait.ended_at && (
        <Button className="!min-h-8 max-sm:!min-h-[44px]" onClick={() => end.mutate(wait.id)}>
          End it
        </Button>
      )}
    </li>
  );
}
