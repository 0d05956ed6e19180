import type { CircuitAsked, CircuitWhole } from "@/api/types";
import { Labelled } from "@/ui/Field";
import { Segments } from "@/ui/Segments";
import { Select } from "@/ui/Select";
import { TickBox } from "@/ui/TickBox";

/** What is asked, or read: where the probes go, and how the machine stands. */
export type AskedForm = Required<CircuitAsked>;

type Props = {
  circuit: CircuitWhole;
  asked: AskedForm;
  onChange: (asked: AskedForm) => void;
  errorAt?: (field: string) => string | undefined;
};
const CONTACTS = new Set(["normally_closed", "normally_open", "output", "changeover"]);
const NOT_ALONE = "in circuit";

export const NOTHING_ASKED: AskedForm = {
  kind: "ohms",
  first: "",
  second: "",
  part: "",
  path: 0,
  called: [],
  lifted: [],
  alone: [],
};

/** Whether it says where to measure. */
export function isWhole(asked: AskedForm): boolean {
  if (asked.kind === "amps") return asked.part !== "";
  return asked.first !== "" && asked.second !== "" && asked.first !== asked.second;
}

/** A node was tapped: the first point, then the second, then a new pair. */
export function withNode(asked: AskedForm, node: string): AskedForm {
  const { first, second } = asked;
  if (!first || second) return { ...asked, first: node, second: "" };
  return node === first ? asked : { ...asked, second: node };
}

export function AskedFields({ circuit, asked, onChange, errorAt = () => undefined }: Props) {
  const kinds = ["ohms", circuit.volts_kind, "amps"].map((one) => ({ value: one, label: one }));
  const isDead = asked.kind === "ohms";
  const contacts = circuit.rows.filter(
    (one) => CONTACTS.has(one.kind) && !one.moved_by && !(isDead && one.kind === "output"),
  );
  const nodes = circuit.nodes.map((one) => ({ value: one, label: one }));
  const rows = circuit.rows.map((one) => ({ value: one.key, label: one.name }));
  const alone = asked.alone[0] ?? NOT_ALONE;
  function turn(field: "called" | "lifted", key: string, on: boolean) {
    const now = asked[field].filter((one) => one !== key);
    onChange({ ...asked, [field]: on ? [...now, key] : now });
  }
  function measure(kind: AskedForm["kind"]) {
    // Dead, no hand closes what only a live control does.
    const driven = new Set(
      circuit.rows.filter((one) => one.kind === "output").map(({ key }) => key),
    );
    const called = kind === "ohms" ? asked.called.filter((key) => !driven.has(key)) : asked.called;
    onChange({ ...asked, kind, called });
  }
  return (
    <div className="flex flex-col gap-2.5">
      <div className="flex flex-wrap items-end gap-3">
        <Segments
          label="What is measured"
          value={asked.kind}
          items={kinds}
          onChoose={(kind) => measure(kind as AskedForm["kind"])}
        />
        {asked.kind === "amps" ? (
          <span className="w-64">
            <Labelled id="asked-part" label="Through" error={errorAt("part")}>
              <Select
                id="asked-part"
                value={asked.part && `${asked.part}/${asked.path}`}
                items={circuit.clamps.map((one) => ({
                  value: `${one.part}/${one.path}`,
                  label: one.text,
                }))}
                onChoose={(chosen) => {
                  const [part = "", path] = chosen.split("/");
                  onChange({ ...asked, part, path: Number(path) });
                }}
              />
            </Labelled>
          </span>
        ) : (
          <>
            <span className="w-32">
              <Labelled id="asked-first" label="From" error={errorAt("first")}>
                <Select
                  id="asked-first"
                  value={asked.first}
                  items={nodes}
                  onChoose={(first) => onChange({ ...asked, first })}
                />
              </Labelled>
            </span>
            <span className="w-32">
              <Labelled id="asked-second" label="to" error={errorAt("second")}>
                <Select
                  id="asked-second"
                  value={asked.second}
                  items={nodes}
                  onChoose={(second) => onChange({ ...asked, second })}
                />
              </Labelled>
            </span>
          </>
        )}
        {asked.kind === "ohms" && (
          <span className="w-64">
            <Labelled id="asked-alone" label="Of">
              <Select
                id="asked-alone"
                value={alone}
                items={[
                  { value: NOT_ALONE, label: "all that is between them" },
                  ...rows.map((one) => ({ ...one, label: `${one.label}, by itself` })),
                ]}
                onChoose={(key) =>
                  onChange({ ...asked, alone: key === NOT_ALONE ? [] : [key], lifted: [] })
                }
              />
            </Labelled>
          </span>
        )}
      </div>
      {contacts.length > 0 && (
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="text-[0.93rem] text-muted">Contacts not as at rest:</legend>
          {contacts.map((one) => (
            <TickBox
              key={one.key}
              label={one.name}
              on={asked.called.includes(one.key)}
              onChange={(on) => turn("called", one.key, on)}
            />
          ))}
        </fieldset>
      )}
      {asked.kind === "ohms" && asked.alone.length === 0 && (
        <details open={asked.lifted.length > 0}>
          <summary className="min-h-9 cursor-pointer text-action-text">
            {asked.lifted.length > 0 ? `Wires lifted: ${asked.lifted.length}` : "Wires lifted"}
          </summary>
          <div className="flex flex-wrap gap-x-5">
            {circuit.rows.map((one) => (
              <TickBox
                key={one.key}
                label={one.name}
                on={asked.lifted.includes(one.key)}
                onChange={(on) => turn("lifted", one.key, on)}
              />
            ))}
          </div>
        </details>
      )}
    </div>
  );
}
