import { useState } from "react";
import { useCircuitAsked } from "@/api/circuits";
import type { CircuitAsked, CircuitWhole } from "@/api/types";
import { Labelled } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { Segments } from "@/ui/Segments";
import { Select } from "@/ui/Select";
import { TickBox } from "@/ui/TickBox";

type Points = { first: string; second: string };
type Props = {
  machine: number;
  circuit: CircuitWhole;
  points: Points;
  onPoints: (points: Points) => void;
};
const KINDS = [
  { value: "ohms", label: "ohms" },
  { value: "volts", label: "volts" },
  { value: "amps", label: "amps" },
];
const CONTACTS = new Set(["normally_closed", "normally_open", "changeover"]);

/** What a healthy machine reads between two points, or in a part by clamp. */
export function AskPoints({ machine, circuit, points, onPoints }: Props) {
  const [kind, setKind] = useState<CircuitAsked["kind"]>("ohms");
  const [part, setPart] = useState("");
  const [called, setCalled] = useState<string[]>([]);
  const contacts = circuit.rows.filter((one) => CONTACTS.has(one.kind) && !one.moved_by);
  const isWhole = kind === "amps" ? part !== "" : points.first !== "" && points.second !== "";
  const asked = useCircuitAsked(
    machine,
    isWhole ? { kind, ...points, part, called, lifted: [] } : null,
  );
  const nodes = circuit.nodes.map((one) => ({ value: one, label: one }));
  return (
    <Section title="What should I read here?">
      <div className="flex flex-wrap items-end gap-3">
        <Segments
          label="What is measured"
          value={kind}
          items={KINDS}
          onChoose={(next) => setKind(next as CircuitAsked["kind"])}
        />
        {kind === "amps" ? (
          <span className="w-64">
            <Labelled id="asked-part" label="Through">
              <Select
                id="asked-part"
                value={part}
                items={circuit.rows.map((one) => ({ value: one.key, label: one.name }))}
                onChoose={setPart}
              />
            </Labelled>
          </span>
        ) : (
          <>
            <span className="w-32">
              <Labelled id="asked-first" label="From">
                <Select
                  id="asked-first"
                  value={points.first}
                  items={nodes}
                  onChoose={(first) => onPoints({ ...points, first })}
                />
              </Labelled>
            </span>
            <span className="w-32">
              <Labelled id="asked-second" label="to">
                <Select
                  id="asked-second"
                  value={points.second}
                  items={nodes}
                  onChoose={(second) => onPoints({ ...points, second })}
                />
              </Labelled>
            </span>
          </>
        )}
      </div>
      {contacts.length > 0 && (
        <fieldset className="mt-2 flex flex-wrap gap-x-5">
          <legend className="text-[0.93rem] text-muted">Not as at rest:</legend>
          {contacts.map((one) => (
            <TickBox
              key={one.key}
              label={one.name}
              on={called.includes(one.key)}
              onChange={(on) =>
                setCalled(on ? [...called, one.key] : called.filter((each) => each !== one.key))
              }
            />
          ))}
        </fieldset>
      )}
      <div className="mt-3 min-h-16">
        {asked.error && isWhole ? (
          <Notice alert>{asked.error.message}</Notice>
        ) : asked.data && isWhole ? (
          <p role="status">
            <b className="text-[1.5rem] font-semibold">{asked.data.text}</b>
            <span className="block text-muted">
              {asked.data.detail};{" "}
              {kind === "ohms" ? "machine dead, nothing lifted" : "machine live, contacts as said"}
            </span>
          </p>
        ) : (
          <p className="text-muted">Tap two lines of the drawing, or choose two points.</p>
        )}
      </div>
    </Section>
  );
}
