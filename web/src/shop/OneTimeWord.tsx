import type { OneTimePassword } from "@/api/types";
import { dateAndClock } from "@/clock/dates";

/** A password for once: shown this one time, to be read out or written down. */
export function OneTimeWord({ given }: { given: OneTimePassword }) {
  return (
    <div role="status">
      <p>
        {given.person.name} signs in once as{" "}
        <b className="font-semibold">{given.person.username}</b> with
      </p>
      <p className="my-1 font-mono text-xl">{given.password}</p>
      <p className="text-muted">
        and then chooses their own. It is shown now and not again, and lapses{" "}
        {dateAndClock(given.lapses_at)}.
      </p>
    </div>
  );
}
