import { lazy, useState } from "react";
import { Link } from "react-router";
import { usePositionDrift, useWatchPart } from "@/api/areas/machines";
import type { PartDriftData } from "@/api/types";
import { day } from "@/clock/dates";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { OnDemand } from "@/ui/OnDemand";
import { inside } from "@/verdict/prose";

const DriftPlot = lazy(() => import("./DriftPlot"));

/** How the part that is in a position now moved over the years; nothing for a single reading. */
export function PartDrift({ position, name }: { position: number; name: string }) {
  const found = usePositionDrift(position).data;
  if (!found || found.history.points.length + found.series.length < 2) return null;
  const { told, code } = found.history;
  return (
    <section aria-label="Over the years" className="my-3 max-w-[44rem]">
      <h3 className="legend mb-1">Over the years: {inside(found.title)}</h3>
      <p className={code === "reaches a limit" ? "font-semibold text-watch" : ""}>{told}</p>
      <OnDemand>
        <DriftPlot drift={found} />
      </OnDemand>
      {found.series.length > 0 && (
        <ul className="my-2">
          {found.series.map((one) => (
            <li key={`${one.position}-${one.name}`}>
              <b className="font-semibold">{one.name}</b>: {inside(one.told)}
            </li>
          ))}
        </ul>
      )}
      <ComeBack drift={found} position={position} name={name} />
      <Table drift={found} position={position} />
    </section>
  );
}

type OfPosition = { drift: PartDriftData; position: number };

/** Where the line reaches its limit: a day to come back, before that. */
function ComeBack({ drift, position, name }: OfPosition & { name: string }) {
  const [id] = useState(() => newId());
  const watching = useWatchPart(position);
  if (drift.watched) {
    return <p className="my-2">It is to be looked at again on {day(drift.watched)}.</p>;
  }
  const due = drift.come_back;
  if (!due) return null;
  const body = {
    id,
    kind: "watch" as const,
    part: String(position),
    text: `${name}: measure again. ${drift.history.told}`.slice(0, 400),
    due_on: due,
  };
  return (
    <div className="my-2">
      <Button disabled={watching.isPending} onClick={() => watching.mutate(body)}>
        Come back on {day(due)}
      </Button>
      {watching.isError && (
        <p role="alert" className="text-bad">
          {watching.error.message}
        </p>
      )}
    </div>
  );
}

function Table({ drift, position }: OfPosition) {
  return (
    <details>
      <summary className="min-h-9 cursor-pointer text-action-text">The figures</summary>
      <div className="overflow-x-auto">
        <table className="mt-1 text-left">
          <thead>
            <tr className="border-hairline border-b">
              {["Day", "Read", "Due that day", "From that", "Job", "By"].map((one) => (
                <th key={one} scope="col" className="py-1 pr-4 font-semibold">
                  {one}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {drift.rows.map((one) => (
              <tr key={one.check} className="border-hairline border-b">
                <td className="py-0.5 pr-4">{day(one.at)}</td>
                <td className="pr-4">
                  <Link to={`/kept/${one.check}`} className="underline">
                    {one.figure}
                  </Link>
                  {one.baseline && " (baseline)"}
                </td>
                <td className="pr-4">{one.due}</td>
                <td className="pr-4">{one.away}</td>
                <td className="pr-4">{one.job}</td>
                <td>{one.by}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <a
        href={`/api/v1/positions/${position}/drift.csv`}
        download
        className="inline-flex min-h-[44px] items-center text-action-text underline"
      >
        Save them as CSV
      </a>
    </details>
  );
}
