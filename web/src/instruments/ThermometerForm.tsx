import { useState } from "react";
import { useNavigate } from "react-router";
import { useSaveThermometer } from "@/api/areas/instruments";
import { errorAt } from "@/api/errors";
import type { Instrument, ThermometerIn } from "@/api/types";
import { Labelled, TextArea } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { InstrumentForm } from "./InstrumentForm";
import { TablePreview } from "./TablePreview";

const KINDS = [
  { value: "contact", label: "contact probe" },
  { value: "infrared", label: "infrared" },
  { value: "air", label: "air: the part settled in the room" },
  { value: "bath", label: "in a bath: ice, boiling water" },
];
const FIELDS = ["name", "kind", "serial", "table", "emissivity", "why"];

type Draft = Omit<Required<ThermometerIn>, "emissivity"> & { emissivity: string };
type Props = { one: Instrument | null; readOnly?: boolean };

/** A thermometer, with the limits that its manual states. */
export function ThermometerForm({ one, readOnly = false }: Props) {
  const saving = useSaveThermometer(one?.id ?? null);
  const navigate = useNavigate();
  const there = one?.thermometer;
  const [draft, setDraft] = useState<Draft>({
    name: there?.name ?? "",
    kind: there?.kind ?? "contact",
    serial: there?.serial ?? "",
    table: there?.table ?? "",
    emissivity: there?.emissivity ? String(there.emissivity) : "",
    why: "",
  });
  const at = (field: string) => errorAt(saving.error, field);
  const change = (part: Partial<Draft>) => setDraft((now) => ({ ...now, ...part }));
  function submit() {
    const emissivity = draft.emissivity.trim().replace(",", ".");
    const body = {
      ...draft,
      emissivity: draft.kind === "infrared" && emissivity ? emissivity : null,
    };
    saving.mutate(body as unknown as ThermometerIn, {
      onSuccess: (kept) => {
        if (!one) navigate(`/shop/instruments/${kept.id}`);
        else change({ why: "" });
      },
    });
  }
  return (
    <InstrumentForm
      what="thermometer"
      table={draft.table}
      one={one}
      readOnly={readOnly}
      saving={saving}
      fields={FIELDS}
      onSubmit={submit}
    >
      <div className="grid gap-2.5 sm:grid-cols-2">
        <TextField
          id="thermometer-name"
          label="Name"
          hint="as you call it"
          error={at("name")}
          value={draft.name}
          maxLength={80}
          onText={(name) => change({ name })}
        />
        <TextField
          id="thermometer-serial"
          label="Serial"
          error={at("serial")}
          value={draft.serial}
          maxLength={60}
          onText={(serial) => change({ serial })}
        />
        <Labelled id="thermometer-kind" label="Kind" error={at("kind")}>
          <Select
            id="thermometer-kind"
            label="Kind"
            value={draft.kind}
            items={KINDS}
            onChoose={(kind) => change({ kind: kind as Draft["kind"] })}
          />
        </Labelled>
        {draft.kind === "infrared" && (
          <TextField
            id="thermometer-emissivity"
            label="Emissivity it is set to"
            hint="bright metal reads far too low"
            error={at("emissivity")}
            value={draft.emissivity}
            maxLength={6}
            onText={(emissivity) => change({ emissivity })}
          />
        )}
      </div>
      <Labelled
        id="thermometer-table"
        label="Limits"
        hint="a line for each range"
        error={at("table")}
      >
        <TextArea
          id="thermometer-table"
          rows={4}
          value={draft.table}
          maxLength={2000}
          placeholder={"-20 to 200 °C  ±(0.1 % + 0.5 °C)\n0 to 380 °C  ±2 % or ±2 °C"}
          error={at("table")}
          onText={(table) => change({ table })}
        />
      </Labelled>
      {one && <TablePreview what="thermometer" table={draft.table} />}
      {one && (
        <TextField
          id="thermometer-why"
          label="Why its limits change"
          hint="what was measured so far keeps those of before"
          error={at("why")}
          value={draft.why}
          maxLength={400}
          onText={(why) => change({ why })}
        />
      )}
    </InstrumentForm>
  );
}
