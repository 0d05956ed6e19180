import { Link } from "react-router";
import type { Diagnosis } from "@/api/types";
import type { Visit } from "../useVisit";
import { searchOf } from "./searchOf";

/** What would tell most for its time; one press takes it into the route, or into the circuit. */
export function NextReadings({ visit, found }: { visit: Visit; found: Diagnosis }) {
  const { job } = visit;
  if (found.next.length === 0) return null;
  const items = new Set(job.route.steps.flatMap((step) => step.items.map((item) => item.key)));
  const take = "inline-flex min-h-9 items-center text-action-text underline max-sm:min-h-[44px]";
  return (
    <div>
      <h3 className="text-[0.93rem] text-muted">Would tell most for its time</h3>
      <ul>
        {found.next.map((one, place) => (
          <li key={one.text} className="py-1">
            <span className="flex items-baseline justify-between gap-2">
              <b className="font-semibold">{one.text}</b>
              {place === 0 && job.state === "open" && found.comes_next && (
                <span aria-hidden="true" className="keycap">
                  Y
                </span>
              )}
            </span>
            <span className="block text-[0.93rem] text-muted">
              {one.how}; {one.settles}
            </span>
            {job.state === "open" &&
              (items.has(one.item) ? (
                <Link
                  to={`/jobs/${job.number}?item=${encodeURIComponent(one.item)}`}
                  className={take}
                >
                  Take it now
                </Link>
              ) : (
                <Link to={`/jobs/${job.number}/circuit?${searchOf(one.probe)}`} className={take}>
                  Take it now
                </Link>
              ))}
          </li>
        ))}
      </ul>
    </div>
  );
}
