import { Hourglass } from "lucide-react";
import { Link } from "react-router";
import { useWaits } from "@/api/jobs";
import type { Wait } from "@/api/types";
import { left } from "./left";
import { clock } from "./machine";
import { useNow } from "./useNow";

/** Every wait that runs, with its clock time and the time left; what is due asks for its reading. */
export function WaitsBar() {
  const waits = useWaits().data ?? [];
  const now = useNow(15_000);
  if (waits.length === 0) return null;
  return (
    <section
      aria-label="Waiting"
      className="no-print flex flex-wrap items-center gap-x-5 gap-y-1 border-hairline border-b bg-sheet px-4.5 py-1 text-[0.93rem]"
    >
      {waits.map((wait) => (
        <WaitLine key={wait.id} wait={wait} now={now} />
      ))}
    </section>
  );
}

function WaitLine({ wait, now }: { wait: Wait; now: number }) {
  const due = Date.parse(wait.due_at) <= now;
  const to = `/jobs/${wait.job}${wait.item ? `?item=${encodeURIComponent(wait.item)}` : ""}`;
  return (
    <div role={due ? "alert" : undefined}>
      <Link
        to={to}
        className={`flex min-h-7 items-center gap-1.5 hover:underline max-sm:min-h-[44px] ${due ? "font-semibold text-watch" : ""}`}
      >
        <Hourglass aria-hidden="true" size={15} className="shrink-0" />
        <span className="min-w-0 max-sm:line-clamp-2">
          {due ? "Due now: " : ""}
          {wait.text} <span className="font-normal text-muted">({wait.machine})</span>
          {" · "}
          {due ? (
            <span className="underline">take the reading</span>
          ) : (
            <b className="font-semibold">
              {clock(wait.due_at)} — {left(Date.parse(wait.due_at) - now)}
            </b>
          )}
        </span>
      </Link>
    </div>
  );
}
