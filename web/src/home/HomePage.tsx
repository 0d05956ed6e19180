import { Link } from "react-router";
import { useHome } from "@/api/areas/jobs";
import type { Home } from "@/api/types";
import { clockOrDay, dateAndClock } from "@/clock/dates";
import { timeLeft } from "@/clock/timeLeft";
import { useNow } from "@/clock/useNow";
import { JobRow } from "@/jobs/JobRow";
import { FollowUpLine } from "@/jobs/later/FollowUpLine";
import { useSession } from "@/people/session";
import { Notice } from "@/ui/Notice";

/** After signing in: what is open, what is waiting, what is due. */
export default function HomePage() {
  const home = useHome();
  if (!home.data) {
    return (
      <div className="p-4.5">
        <Notice alert={home.isError}>
          {home.isError ? `This could not be read: ${home.error.message}` : "Loading …"}
        </Notice>
      </div>
    );
  }
  return <Board home={home.data} />;
}

function Board({ home }: { home: Home }) {
  const now = useNow(15_000);
  const { session } = useSession();
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_25rem]">
      <section aria-label="Open jobs" className="px-4.5 py-4">
        {home.faults.map((one) => (
          <Notice key={one} alert>
            {one}
          </Notice>
        ))}
        {home.backups && <BackupsStand {...home.backups} />}
        {session?.first_day && (
          <Notice>
            The workshop’s name, its telephones and its people are not said yet:{" "}
            <Link to="/first-day" className="text-action-text underline">
              the first day
            </Link>
          </Notice>
        )}
        <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-xl font-semibold">Open jobs</h1>
          <Link
            to="/jobs/new"
            className="inline-flex min-h-[44px] items-center rounded-md bg-action px-4 font-semibold text-on-action"
          >
            Open a job
          </Link>
        </div>
        {home.open_jobs.length === 0 && <Notice>Nothing is open.</Notice>}
        <ul className="border-hairline border-t">
          {home.open_jobs.map((job) => (
            <JobRow key={job.number} job={job} />
          ))}
        </ul>
        <p className="mt-3 flex gap-5">
          {home.more_open_jobs && (
            <Link to="/jobs?state=open" className="text-action-text underline">
              More open jobs
            </Link>
          )}
          <Link to="/jobs" className="text-action-text underline">
            All jobs
          </Link>
          <Link to="/check" className="text-action-text underline">
            Check a part without a job
          </Link>
        </p>
      </section>
      <aside className="flex flex-col gap-6 border-hairline bg-sheet px-4.5 py-4 lg:border-l">
        <section aria-label="What is waiting">
          <h2 className="legend mb-1">Waiting</h2>
          {home.waits.length === 0 && <p className="text-muted">No wait is running.</p>}
          <ul>
            {home.waits.map((wait) => {
              const rest = Date.parse(wait.due_at) - now;
              return (
                <li key={wait.id} className="border-hairline border-b py-2 last:border-b-0">
                  <Link to={`/jobs/${wait.job}`} className="block hover:underline">
                    <span className="block font-semibold">{wait.text}</span>
                    <span className="block text-muted">{wait.machine}</span>
                    <span className={rest <= 0 ? "font-semibold text-watch" : ""}>
                      {rest <= 0
                        ? `due since ${clockOrDay(wait.due_at, now)}`
                        : `${clockOrDay(wait.due_at, now)} — ${timeLeft(rest)}`}
                    </span>
                  </Link>
                </li>
              );
            })}
          </ul>
        </section>
        <section aria-label="What is due">
          <h2 className="legend mb-1">Follow-ups</h2>
          {home.follow_ups.length === 0 && <p className="text-muted">Nothing to come back to.</p>}
          <ul>
            {home.follow_ups.map((one) => (
              <FollowUpLine key={one.id} one={one} now={now} />
            ))}
          </ul>
          <Link to="/follow-ups" className="mt-1 inline-block text-action-text underline">
            {home.more_follow_ups ? "More follow-ups, and all" : "All follow-ups"}
          </Link>
        </section>
      </aside>
    </div>
  );
}

/** To leads: how old the last good backup is, and what is wrong with them. */
function BackupsStand({ last_good, told }: NonNullable<Home["backups"]>) {
  return (
    <p className="mb-3 text-muted">
      {last_good && `Last good backup ${dateAndClock(last_good)}. `}
      <span className="font-medium text-watch">{told.join(" ")}</span>{" "}
      <Link to="/shop/backups" className="text-action-text underline">
        Backups
      </Link>
    </p>
  );
}
