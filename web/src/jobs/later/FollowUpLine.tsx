import { Link } from "react-router";
import { useFinishFollowUp } from "@/api/areas/jobs";
import type { FollowUp } from "@/api/types";
import { day } from "@/clock/dates";
import { Button } from "@/ui/Button";

/** A follow-up with its day, and a way to be done with it. */
export function FollowUpLine({ one, now }: { one: FollowUp; now: number }) {
  const finish = useFinishFollowUp();
  const late = !one.done_at && Date.parse(`${one.due_on}T23:59:59`) < now;
  return (
    <li className="border-hairline border-b py-2 last:border-b-0">
      <div className="flex items-start justify-between gap-3">
        <Link to={`/jobs/${one.job}`} className="min-w-0 hover:underline">
          <span className="block font-semibold">{one.text}</span>
          <span className="block text-muted">
            {[one.part, one.machine, one.customer].filter(Boolean).join(", ")}
          </span>
          <span className={late ? "font-semibold text-bad" : ""}>
            {one.done_at ? "done" : `${late ? "overdue since" : "due"} ${day(one.due_on)}`}
          </span>
        </Link>
        {!one.done_at && (
          <Button
            className="!min-h-9 shrink-0 max-sm:!min-h-[44px]"
            disabled={finish.isPending}
            onClick={() => finish.mutate(one.id)}
          >
            Done
          </Button>
        )}
      </div>
      {finish.error && (
        <p role="alert" className="text-bad">
          {finish.error.message}
        </p>
      )}
    </li>
  );
}
