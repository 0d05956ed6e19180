import { lazy, useState } from "react";
import { Link } from "react-router";
import { useDiagnosis } from "@/api/areas/diagnosis";
import { Explanations } from "@/jobs/circuit/Explanations";
import { NextReadings } from "@/jobs/circuit/NextReadings";
import type { Visit } from "@/jobs/useVisit";
import { OnDemand } from "@/ui/OnDemand";

const Ladder = lazy(() => import("@/circuits/Ladder").then((one) => ({ default: one.Ladder })));

/** What the readings say by the machine's circuit: explanations by weight, and what to measure next. */
export default function ByCircuit({ visit }: { visit: Visit }) {
  const { job } = visit;
  const found = useDiagnosis(job.number).data;
  const [isDrawn, setDrawn] = useState(false);
  if (!found) return null;
  const standing = new Map(found.parts.map((one) => [one.part, one.standing]));
  return (
    <section aria-label="By the circuit" className="flex flex-col gap-3">
      <h2 className="legend">By the circuit</h2>
      <div>
        <Explanations found={found} />
      </div>
      <NextReadings visit={visit} found={found} />
      <details onToggle={(event) => setDrawn(event.currentTarget.open)}>
        <summary className="min-h-9 cursor-pointer text-action-text">The drawing</summary>
        {isDrawn && (
          <OnDemand>
            <Ladder drawing={found.circuit.drawing} marks={{ standing }} />
          </OnDemand>
        )}
      </details>
      <Link
        to={`/jobs/${job.number}/circuit`}
        className="inline-flex min-h-[44px] items-center text-action-text underline"
      >
        Read between two points
      </Link>
    </section>
  );
}
