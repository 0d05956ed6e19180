import { useState } from "react";
import { Link } from "react-router";
import { useCircuit } from "@/api/areas/circuits";
import { useMachineWhole } from "@/api/areas/jobs";
import type { CircuitWhole, MachineWhole } from "@/api/types";
import { useNumber } from "@/app/useNumber";
import { day } from "@/clock/dates";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { NOTHING_ASKED, withNode } from "./AskedFields";
import { AskPoints } from "./AskPoints";
import { Builder } from "./Builder";
import { Ladder } from "./Ladder";

/** A machine's circuit: drawn by itself from rows; any two points asked. */
export default function CircuitPage() {
  const number = useNumber();
  const machine = useMachineWhole(number);
  const circuit = useCircuit(number);
  const failed = machine.error ?? circuit.error;
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to={`/machines/${number}`} className="text-action-text underline">
          {machine.data?.name ?? "The machine"}
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">Its circuit</h1>
      {failed && <Notice alert>{failed.message}</Notice>}
      {machine.data && circuit.isSuccess && (
        <Whole machine={machine.data} circuit={circuit.data ?? null} />
      )}
    </div>
  );
}

function Whole({ machine, circuit }: { machine: MachineWhole; circuit: CircuitWhole | null }) {
  const [building, setBuilding] = useState(false);
  const [asked, setAsked] = useState(NOTHING_ASKED);
  if (!circuit || building) {
    return (
      <Builder
        machine={machine}
        circuit={circuit}
        onClose={circuit ? () => setBuilding(false) : null}
        onSaved={() => setBuilding(false)}
      />
    );
  }
  return (
    <div className="flex flex-col gap-5">
      <Ladder
        drawing={circuit.drawing}
        marks={asked}
        onNode={(node) => setAsked((now) => withNode(now, node))}
      />
      <AskPoints machine={machine.id} circuit={circuit} asked={asked} onChange={setAsked} />
      <Section title="Its rows">
        <ul className="max-w-[46rem] border-hairline border-t">
          {circuit.rows.map((one) => (
            <li
              key={one.key}
              className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] gap-x-3 border-hairline border-b py-1"
            >
              <b className="font-semibold">{one.name}</b>
              <span>{one.nodes.join(" – ")}</span>
            </li>
          ))}
        </ul>
        <p className="my-2 text-muted">
          Revision {circuit.number}
          {circuit.at && `, ${circuit.by}, ${day(circuit.at)}`}. Jobs keep what was said by the one
          of their day.
        </p>
        <Button onClick={() => setBuilding(true)}>Revise it</Button>
      </Section>
    </div>
  );
}
