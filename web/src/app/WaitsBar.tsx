import { Hourglass } from "lucide-react";
import { Link } from "react-router";
import { useWaits } from "@/api/areas/jobs";
import type { Wait } from "@/api/types";
import { clockOrDay } from "@/clock/dates";
import { timeLeft } from "@/clock/timeLeft";
import { useNow } from "@/clock/useNow";
import { type BenchWait, useBenchWait } from "./benchWait";

/** As many as leave the page its room. */
const SHOWN = 3;

/**
 * The waits that are due first, with their clock time and the time left; what is due asks for its
 * reading. The others stand on the first page.
 */
export function WaitsBar() {
  const waits = useWaits().data ?? [];
  const { wait, setWait } = useBenchWait();
  const now = useNow(5_000);
  if (waits.length === 0 && !wait) return null;
  return (
    <section
      aria-label="Waiting"
      className="no-print flex flex-wrap items-center gap-x-5 gap-y-1 border-hairline border-b bg-sheet px-4.5 py-1 text-[0.93rem]"
    >
      {waits.slice(0, SHOWN).map((one) => (
        <WaitLine key={one.id} {...lineOf(one)} now={now} />
      ))}
      {waits.length > SHOWN && (
        <Link to="/" className="flex min-h-7 items-center underline max-sm:min-h-[44px]">
          {waits.length - SHOWN} more {waits.length - SHOWN === 1 ? "wait" : "waits"}
        </Link>
      )}
      {wait && <BenchLine wait={wait} now={now} onDrop={() => setWait(null)} />}
    </section>
  );
}

function lineOf(wait: Wait) {
  const to = `/jobs/${wait.job}${wait.item ? `?item=${encodeURIComponent(wait.item)}` : ""}`;
  return { to, text: wait.text, where: wait.machine, dueAt: Date.parse(wait.due_at) };
}

type BenchProps = { wait: BenchWait; now: number; onDrop: () => void };

function BenchLine({ wait, now, onDrop }: BenchProps) {
  return (
    <div className="flex items-center gap-2">
      <WaitLine to="/check" text={wait.text} where="Check" dueAt={wait.dueAt} now={now} />
      <button
        type="button"
        className="min-h-7 text-action-text underline max-sm:min-h-[44px]"
        onClick={onDrop}
      >
        Discard
      </button>
    </div>
  );
}

type LineProps = { to: string; text: string; where: string; dueAt: number; now: number };

function WaitLine({ to, text, where, dueAt, now }: LineProps) {
  const due = dueAt <= now;
  return (
    <div role={due ? "alert" : undefined}>
      <Link
        to={to}
        className={`flex min-h-7 items-center gap-1.5 hover:underline max-sm:min-h-[44px] ${due ? "font-semibold text-watch" : ""}`}
      >
        <Hourglass aria-hidden="true" size={15} className="shrink-0" />
        <span className="min-w-0 max-sm:line-clamp-2">
          {due ? "Due now: " : ""}
          {text} <span className="font-normal text-muted">({where})</span>
          {" · "}
          {due ? (
            <span className="underline">take the reading</span>
          ) : (
            <b className="font-semibold">
              {clockOrDay(new Date(dueAt).toISOString(), now)} — {timeLeft(dueAt - now)}
            </b>
          )}
        </span>
      </Link>
    </div>
  );
}
