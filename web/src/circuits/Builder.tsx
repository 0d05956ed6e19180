import { X } from "lucide-react";
import { useState } from "react";
import { useCircuitLooked, useCircuitTemplates, useSaveCircuit } from "@/api/areas/circuits";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { CircuitRow, CircuitWhole, MachineWhole } from "@/api/types";
import { Button } from "@/ui/Button";
import { Labelled, TextInput } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { OtherErrors } from "@/ui/OtherErrors";
import { Select } from "@/ui/Select";
import { useLaterForm } from "@/ui/useLater";
import { asKind, FAILS, KINDS, newRow, PHASES, REACH, shapeOf } from "./kinds";
import { Ladder } from "./Ladder";

type Props = {
  machine: MachineWhole;
  circuit: CircuitWhole | null;
  onClose: (() => void) | null;
  onSaved: () => void;
};

/** Every field of a row: what is wrong with any of them stands at the row. */
const FIELDS = Object.keys(newRow([]));

/** A circuit as rows: from a template, its parts bound to positions, changed by keyboard. */
export function Builder({ machine, circuit, onClose, onSaved }: Props) {
  const [rows, setRows] = useState<CircuitRow[]>(circuit?.rows ?? []);
  const templates = useCircuitTemplates().data ?? [];
  const later = useLaterForm(rows);
  const looked = useCircuitLooked(machine.id, later);
  const saving = useSaveCircuit(machine.id);
  const error = saving.error ?? looked.error;
  const change = (place: number, part: Partial<CircuitRow>) =>
    setRows(rows.map((one, index) => (index === place ? { ...one, ...part } : one)));
  const known = rows.flatMap((_, place) => FIELDS.map((one) => `rows.${place}.${one}`));
  return (
    <div className="flex flex-col gap-4">
      <div className="w-96 max-w-full">
        <Labelled id="circuit-template" label="Start from">
          <Select
            id="circuit-template"
            value=""
            items={templates.map((one) => ({ value: one.key, label: one.label }))}
            onChoose={(key) => {
              const found = templates.find((one) => one.key === key);
              if (found) setRows(found.rows);
            }}
          />
        </Labelled>
      </div>
      {looked.data && rows.length > 0 && <Ladder drawing={looked.data.drawing} />}
      {rows.length === 0 && (
        <Notice>
          Choose what is nearest to this machine; then bind its parts to the positions, and add,
          take out or connect what differs.
        </Notice>
      )}
      <ol className="border-hairline border-t">
        {rows.map((row, place) => (
          <Row
            key={row.key}
            row={row}
            doubts={(looked.data?.doubts ?? [])
              .filter((one) => one.part === row.key)
              .map((one) => one.text)}
            place={place}
            rows={rows}
            machine={machine}
            error={error}
            onChange={(part) => change(place, part)}
            onRemove={() => setRows(rows.filter((_, index) => index !== place))}
          />
        ))}
      </ol>
      <OtherErrors others={unplacedErrors(error, known)} />
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => setRows([...rows, newRow(rows)])}>Add a row</Button>
        <Button
          look="action"
          disabled={saving.isPending || rows.length === 0}
          onClick={() =>
            saving.mutate({ rows, base: circuit?.number ?? 0 }, { onSuccess: onSaved })
          }
        >
          Keep this circuit
        </Button>
        {onClose && <Button onClick={onClose}>Cancel</Button>}
      </div>
    </div>
  );
}

type RowProps = {
  row: CircuitRow;
  doubts: string[];
  place: number;
  rows: CircuitRow[];
  machine: MachineWhole;
  error: Error | null;
  onChange: (part: Partial<CircuitRow>) => void;
  onRemove: () => void;
};

function Row({ row, doubts, place, rows, machine, error, onChange, onRemove }: RowProps) {
  const at = (field: string) => errorAt(error, `rows.${place}.${field}`);
  const id = (field: string) => `row-${row.key}-${field}`;
  const { terminals, fields } = shapeOf(row.kind);
  const wrong = FIELDS.map(at).find(Boolean);
  const phase = String(row.degrees ?? 0);
  const figure = (
    field: "ohms" | "second_ohms" | "volts" | "va" | "trips_at",
    label: string,
    unit: string,
  ) =>
    fields.includes(field) &&
    row.position == null && (
      <Labelled id={id(field)} label={label}>
        <TextInput
          id={id(field)}
          value={row[field] ?? ""}
          unit={unit}
          onText={(text) => onChange({ [field]: text.trim() ? text : null })}
        />
      </Labelled>
    );
  return (
    <li className="border-hairline border-b py-2">
      <div className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1fr)_2.75rem] items-end gap-2 max-md:grid-cols-2">
        <Labelled id={id("name")} label="Part">
          <TextInput
            id={id("name")}
            value={row.name}
            maxLength={120}
            onText={(name) => onChange({ name })}
          />
        </Labelled>
        <Labelled id={id("kind")} label="It is">
          <Select
            id={id("kind")}
            value={row.kind}
            items={KINDS}
            onChoose={(kind) => onChange(asKind(row, kind as CircuitRow["kind"]))}
          />
        </Labelled>
        <Labelled id={id("nodes")} label={`From – to${terminals === 3 ? " – third" : ""}`}>
          <span className="grid auto-cols-fr grid-flow-col gap-1">
            {Array.from({ length: terminals }, (_, end) => (
              <TextInput
                // biome-ignore lint/suspicious/noArrayIndexKey: terminals are places
                key={end}
                id={end === 0 ? id("nodes") : `${id("nodes")}-${end}`}
                aria-label={`${row.name}, terminal ${end + 1}`}
                value={row.nodes[end] ?? ""}
                maxLength={24}
                onText={(text) =>
                  onChange({
                    nodes: Array.from({ length: terminals }, (_, each) =>
                      each === end ? text : (row.nodes[each] ?? ""),
                    ),
                  })
                }
              />
            ))}
          </span>
        </Labelled>
        <Labelled id={id("position")} label="Position here">
          <Select
            id={id("position")}
            value={row.position == null ? "none" : String(row.position)}
            items={[
              { value: "none", label: "none: figures here" },
              ...machine.positions.map((one) => ({ value: String(one.id), label: one.name })),
            ]}
            onChoose={(value) => {
              const bound = machine.positions.find((one) => String(one.id) === value);
              onChange(bound ? { position: bound.id, name: bound.name } : { position: null });
            }}
          />
        </Labelled>
        <span className="flex gap-2">
          {figure("ohms", "Ohms", "Ω")}
          {figure("second_ohms", "second", "Ω")}
          {figure("volts", "Volts", "V")}
          {figure("va", "VA", "VA")}
          {figure("trips_at", "Trips at", "A")}
          {fields.includes("moved_by") && (
            <Labelled id={id("moved")} label="Moved by">
              <Select
                id={id("moved")}
                value={row.moved_by || "none"}
                items={[
                  { value: "none", label: "itself, or by hand" },
                  ...rows
                    .filter((one) => one.kind === "coil")
                    .map((one) => ({ value: one.key, label: one.name })),
                ]}
                onChoose={(value) => onChange({ moved_by: value === "none" ? "" : value })}
              />
            </Labelled>
          )}
        </span>
        <button
          type="button"
          aria-label={`Take out ${row.name}`}
          onClick={onRemove}
          className="inline-flex min-h-[44px] min-w-[44px] items-center justify-center text-muted"
        >
          <X size={17} aria-hidden="true" />
        </button>
      </div>
      <details className="mt-1" open={row.minutes != null || row.fails !== 1}>
        <summary className="min-h-7 cursor-pointer text-[0.93rem] text-action-text max-sm:min-h-[44px]">
          {fields.includes("degrees") ? "Phase, how it is reached" : "How it is reached"}, how often
          it fails
        </summary>
        <div className="flex flex-wrap gap-3">
          {fields.includes("degrees") && (
            <span className="w-48">
              <Labelled id={id("degrees")} label="Phase">
                <Select
                  id={id("degrees")}
                  value={phase}
                  items={withOwn(PHASES, phase, "°")}
                  onChoose={(value) => onChange({ degrees: Number(value) })}
                />
              </Labelled>
            </span>
          )}
          <span className="w-40">
            <Labelled id={id("minutes")} label="To get at it">
              <Select
                id={id("minutes")}
                value={row.minutes == null ? "" : String(row.minutes)}
                items={withOwn(REACH, row.minutes == null ? "" : String(row.minutes), "min")}
                onChoose={(value) => onChange({ minutes: value ? Number(value) : null })}
              />
            </Labelled>
          </span>
          <span className="w-56">
            <Labelled id={id("fails")} label="It fails">
              <Select
                id={id("fails")}
                value={String(row.fails ?? 1)}
                items={withOwn(FAILS, String(row.fails ?? 1), "times as often")}
                onChoose={(value) => onChange({ fails: Number(value) })}
              />
            </Labelled>
          </span>
        </div>
      </details>
      {wrong && (
        <p role="alert" className="mt-1 font-medium text-bad">
          {wrong}
        </p>
      )}
      {!wrong && doubts.length > 0 && <p className="mt-1 text-muted">{doubts.join(" ")}</p>}
    </li>
  );
}

/** Choices, with a value that is none of them. */
function withOwn(items: { value: string; label: string }[], value: string, unit: string) {
  const known = items.some((one) => one.value === value);
  return known ? items : [...items, { value, label: `${value} ${unit}` }];
}
