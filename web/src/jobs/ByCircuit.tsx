import { Link } from "react-router";
import { useCircuit, useDiagnosis } from "@/api/circuits";
import { Ladder } from "@/circuits/Ladder";
import type { Visit } from "./useVisit";

/** What the readings say by the machine's circuit: explanations by weight, and what to measure next. */
export default function ByCircuit({ visit }: { visit: Visit }) {
  const { job } = visit;
  const found = useDiagnosis(job.number).data;
  const circuit = useCircuit(job.machine_id).data;
  if (!found) return null;
  const items = new Set(job.route.steps.flatMap((step) => step.items.map((item) => item.key)));
  const suspect = new Set(found.explanations.slice(0, 3).flatMap((one) => one.parts));
  return (
    <section aria-label="By the circuit">
      <h2 className="legend mb-1">By the circuit</h2>
      <p className="mb-1 font-semibold">{found.headline}.</p>
      <ol className="border-hairline border-t">
        {found.explanations.map((one) => (
          <li
            key={one.text}
            className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-hairline border-b py-1"
          >
            <span>{one.text}</span>
            <b className="font-semibold">{one.weight_text}</b>
          </li>
        ))}
      </ol>
      {found.danger && (
        <p className="mt-2">
          Nothing live before a short or a leak is ruled out by a dead reading.
        </p>
      )}
      {found.next.length > 0 && (
        <>
          <h3 className="mt-3 text-[0.93rem] text-muted">Would tell most for its time</h3>
          <ul>
            {found.next.map((one) => (
              <li key={one.text} className="py-1">
                <b className="font-semibold">{one.text}</b>
                <span className="block text-[0.93rem] text-muted">{one.how}</span>
                {job.state === "open" && items.has(one.item) && (
                  <button
                    type="button"
                    onClick={() => visit.goTo(one.item)}
                    className="min-h-9 text-action-text underline max-sm:min-h-[44px]"
                  >
                    Take it now
                  </button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <details className="mt-2">
        <summary className="min-h-9 cursor-pointer text-action-text">The drawing</summary>
        {circuit && <Ladder drawing={circuit.drawing} marks={{ suspect }} />}
        <Link
          to={`/machines/${job.machine_id}/circuit`}
          className="inline-flex min-h-[44px] items-center text-action-text underline"
        >
          Ask any two points
        </Link>
      </details>
    </section>
  );
}
