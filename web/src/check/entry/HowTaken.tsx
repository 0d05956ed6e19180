import { useMeters } from "@/api/queries";
import { type Connection, entryOf, UNKNOWN_METER } from "@/check/draft";
import { FormField } from "@/forms/FormField";
import { type FieldDef, standing } from "@/forms/fields";
import { Button } from "@/ui/Button";
import { fitsInARow, Segments } from "@/ui/Segments";
import { Select } from "@/ui/Select";
import { READINGS } from "./readings";
import type { Measuring } from "./useMeasuring";

const CONNECTIONS: { value: Connection; label: string }[] = [
  { value: "isolated", label: "Isolated" },
  { value: "in_circuit", label: "In circuit" },
];

const SAY_HOW = "Say how it was connected: isolated, with one end off, or in circuit.";

/** Beside the displays: how the part was connected, the range, and what else belongs to the reading. */
export function HowTaken({ check, ohms }: { check: Measuring; ohms: boolean }) {
  const { draft, changeEntry } = check;
  const def = READINGS[draft.measurand];
  const entry = entryOf(draft);
  const meters = useMeters().data ?? [];
  const meter = meters.find(
    (one) => (one.id === null ? UNKNOWN_METER : String(one.id)) === draft.meter,
  );
  const ranges = meter?.functions.find((one) => one.function === "resistance")?.ranges ?? [];
  const items = [
    { value: "auto", label: "Range: auto" },
    ...ranges.map((one) => ({ value: String(one.top), label: `Range: ${one.label}` })),
  ];
  const alone = def.boxes?.[0]?.at === "display";
  return (
    <div className="grid w-[13.5rem] shrink-0 grid-cols-[1fr_auto] content-start gap-1.5 max-sm:w-full">
      {def.connected && (
        <Connected
          value={check.connection}
          refusal={check.unsaid ? SAY_HOW : undefined}
          onChoose={(connection) => changeEntry({ connection })}
        />
      )}
      {ohms && (
        <Select
          label="Range"
          value={items.some((one) => one.value === entry.rangeTop) ? entry.rangeTop : "auto"}
          items={items}
          onChoose={(rangeTop) => changeEntry({ rangeTop })}
        />
      )}
      {ohms && alone && (
        <Button
          onClick={() => {
            check.changeEntryField("display", "OL");
            document.getElementById("entry")?.focus();
          }}
          className="min-h-10 font-mono font-bold"
        >
          OL
        </Button>
      )}
      {(def.extras ?? []).map((extra) => (
        <div key={extra.at} className="col-span-2">
          <Extra check={check} def={extra} />
        </div>
      ))}
    </div>
  );
}

/** What belongs to the reading besides its figures: a few short answers stand side by side. */
function Extra({ check, def }: { check: Measuring; def: FieldDef }) {
  const { fields } = entryOf(check.draft);
  if (def.type === "choice" && Array.isArray(def.items) && fitsInARow(def.items)) {
    return (
      <>
        {!def.obvious && (
          <span aria-hidden="true" className="text-[0.87rem] text-muted">
            {def.label}
          </span>
        )}
        <Segments
          label={def.label}
          value={standing(def, fields)}
          items={def.items}
          onChoose={(next) => check.changeEntryField(def.at, next)}
        />
      </>
    );
  }
  return (
    <FormField
      def={def}
      fields={fields}
      area="reading"
      error={undefined}
      onChange={check.changeEntryField}
      onLeave={() => undefined}
    />
  );
}

type ConnectedProps = {
  value: Connection | null;
  refusal: string | undefined;
  onChoose: (connection: Connection) => void;
};

/** How the part was connected: answered, never assumed. */
function Connected({ value, refusal, onChoose }: ConnectedProps) {
  return (
    <div className="col-span-2">
      <Segments
        label="Connection"
        value={value ?? ""}
        items={CONNECTIONS}
        onChoose={(next) => onChoose(next as Connection)}
        className={`grid-cols-2 ${value ? "" : "!border-watch"}`}
      />
      {refusal && <p className="mt-1 text-[0.9rem] text-bad">{refusal}</p>}
    </div>
  );
}
