import { Link } from "react-router";
import { usePositionReadings } from "@/api/areas/jobs";
import { dateAndClock } from "@/clock/dates";
import { Pager } from "@/ui/Pager";
import { usePages } from "@/ui/usePages";
import { inside } from "@/verdict/prose";
import { StateShape } from "@/verdict/states";

/** Every reading of a position over all jobs and parts, the newest first. */
export function PositionHistory({ position }: { position: number }) {
  const pages = usePages(String(position));
  const found = usePositionReadings(position, pages.after);
  if (found.isError) return <p className="text-bad">{found.error.message}</p>;
  if (found.data?.items.length === 0)
    return <p className="text-muted">Nothing was measured here yet.</p>;
  return (
    <section aria-label="History">
      <h3 className="legend mb-1">History</h3>
      <ul>
        {found.data?.items.map((one) => (
          <li key={one.id}>
            <Link
              to={`/kept/${one.id}`}
              className="grid grid-cols-[1.3rem_minmax(0,1.6fr)_minmax(0,1.2fr)_10.5rem] items-center gap-2 py-1 hover:underline max-md:grid-cols-[1.3rem_minmax(0,1fr)]"
            >
              <StateShape state={one.state} size={15} />
              <span>
                {one.spare && "new part, "}
                {inside(one.title)}
                {one.superseded_by && <span className="text-muted"> (superseded)</span>}
              </span>
              <span className="max-md:col-start-2">
                <b className="font-semibold">{one.figure}</b>, {one.state}
              </span>
              <span className="text-muted max-md:col-start-2">
                job {one.job}, {dateAndClock(one.at)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <Pager pages={pages} next={found.data?.next} />
    </section>
  );
}
