import { useState } from "react";
import { useNavigate } from "react-router";
import { useSaveMeter } from "@/api/areas/instruments";
import { errorAt } from "@/api/errors";
import type { Instrument, MeterIn } from "@/api/types";
import { Labelled, TextArea } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";
import { InstrumentForm } from "./InstrumentForm";
import { type MeterDraft, meterDraft, meterOf } from "./meterDraft";
import { TablePreview } from "./TablePreview";

const KINDS = [
  { value: "multimeter", label: "multimeter" },
  { value: "clamp_meter", label: "clamp meter" },
  { value: "milliohm_meter", label: "milliohm meter, four wires" },
];
const RMS = [
  { value: "", label: "not known" },
  { value: "yes", label: "true RMS" },
  { value: "no", label: "averaging: right on a clean sine alone" },
];
const CATEGORIES = [
  { value: "", label: "not known" },
  { value: "II", label: "CAT II" },
  { value: "III", label: "CAT III" },
  { value: "IV", label: "CAT IV" },
];
const FIELDS = [
  ...["name", "kind", "serial", "table", "buzzer_below", "input_resistance", "true_rms"],
  ...["rated.0.volts", "rated.1.volts", "holds.low", "holds.high", "holds.share_per_kelvin", "why"],
  "holds",
];

type Props = {
  one: Instrument | null;
  readOnly?: boolean;
  /** Another can follow a new one: its own page is not gone to. */
  stays?: boolean;
};

/** A meter, typed as its manual has it. */
export function MeterForm({ one, readOnly = false, stays = false }: Props) {
  const saving = useSaveMeter(one?.id ?? null);
  const navigate = useNavigate();
  const [draft, setDraft] = useState<MeterDraft>(() => meterDraft(one?.meter ?? null));
  const at = (field: string) => errorAt(saving.error, field);
  const change = (part: Partial<MeterDraft>) => setDraft((now) => ({ ...now, ...part }));
  function submit() {
    saving.mutate(meterOf(draft), {
      onSuccess: (kept) => {
        if (one) change({ why: "" });
        else if (stays) setDraft(meterDraft(null));
        else navigate(`/shop/instruments/${kept.id}`);
      },
    });
  }
  return (
    <InstrumentForm
      what="meter"
      table={draft.table}
      one={one}
      readOnly={readOnly}
      saving={saving}
      fields={FIELDS}
      onSubmit={submit}
    >
      <div className="grid gap-2.5 sm:grid-cols-2">
        <TextField
          id="meter-name"
          label="Name"
          hint="as you call it"
          error={at("name")}
          value={draft.name}
          maxLength={80}
          onText={(name) => change({ name })}
        />
        <TextField
          id="meter-serial"
          label="Serial"
          error={at("serial")}
          value={draft.serial}
          maxLength={60}
          onText={(serial) => change({ serial })}
        />
      </div>
      <Labelled id="meter-kind" label="Kind" error={at("kind")}>
        <Select
          id="meter-kind"
          label="Kind"
          value={draft.kind}
          items={KINDS}
          onChoose={(kind) => change({ kind: kind as MeterIn["kind"] & string })}
        />
      </Labelled>
      <Labelled
        id="meter-table"
        label="Accuracy"
        hint="the manual’s table: range, last digit, ±(% + counts)"
        error={at("table")}
      >
        <TextArea
          id="meter-table"
          rows={9}
          value={draft.table}
          maxLength={6000}
          placeholder={EXAMPLE}
          error={at("table")}
          onText={(table) => change({ table })}
        />
      </Labelled>
      {one && <TablePreview what="meter" table={draft.table} />}
      <div className="grid gap-2.5 sm:grid-cols-2">
        <TextField
          id="meter-buzzer"
          label="Its buzzer sounds below"
          unit="Ω"
          inputMode="decimal"
          error={at("buzzer_below")}
          value={draft.buzzer}
          maxLength={12}
          onText={(buzzer) => change({ buzzer })}
        />
        <TextField
          id="meter-input"
          label="Input on volts"
          hint="low impedance: below 1"
          unit="MΩ"
          inputMode="decimal"
          error={at("input_resistance")}
          value={draft.input}
          maxLength={12}
          onText={(input) => change({ input })}
        />
        <Labelled id="meter-rms" label="On chopped AC" error={at("true_rms")}>
          <Select
            id="meter-rms"
            label="On chopped AC"
            value={draft.rms}
            items={RMS}
            onChoose={(rms) => change({ rms: rms as MeterDraft["rms"] })}
          />
        </Labelled>
      </div>
      <fieldset className="grid gap-2.5 sm:grid-cols-4">
        <legend className="mb-1 text-muted">
          Category — on its terminals; leads count as well
        </legend>
        {draft.rated.map((one, place) => (
          <Rating
            // biome-ignore lint/suspicious/noArrayIndexKey: two places, which stay where they are
            key={place}
            place={place}
            rating={one}
            error={at(`rated.${place}.volts`)}
            onChange={(next) =>
              change({ rated: draft.rated.map((each, here) => (here === place ? next : each)) })
            }
          />
        ))}
      </fieldset>
      <fieldset className="grid gap-2.5 sm:grid-cols-3">
        <legend className="mb-1 text-muted">
          The accuracy holds in air — outside it the air is asked
        </legend>
        <TextField
          id="meter-low"
          label="from"
          unit="°C"
          error={at("holds.low") ?? at("holds")}
          value={draft.low}
          maxLength={8}
          onText={(low) => change({ low })}
        />
        <TextField
          id="meter-high"
          label="to"
          unit="°C"
          error={at("holds.high")}
          value={draft.high}
          maxLength={8}
          onText={(high) => change({ high })}
        />
        <TextField
          id="meter-per-kelvin"
          label="each K adds"
          hint="of the accuracy"
          unit="×"
          error={at("holds.share_per_kelvin")}
          value={draft.perKelvin}
          maxLength={8}
          onText={(perKelvin) => change({ perKelvin })}
        />
      </fieldset>
      {one && (
        <TextField
          id="meter-why"
          label="Why its figures change"
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

const EXAMPLE = [
  "DC V   600.0 V   0.1 V   ±(0.5 % + 2)",
  "AC V   600.0 V   0.1 V   ±(1.0 % + 3)",
  "Ω   600.0 Ω   0.1 Ω   ±(0.9 % + 2)",
  "Ω   6.000 kΩ",
].join("\n");

type RatingProps = {
  place: number;
  rating: MeterDraft["rated"][number];
  error: string | undefined;
  onChange: (rating: MeterDraft["rated"][number]) => void;
};

function Rating({ place, rating, error, onChange }: RatingProps) {
  const id = `meter-category-${place}`;
  const label = place === 0 ? "Category" : "and";
  return (
    <>
      <Labelled id={id} label={label}>
        <Select
          id={id}
          label={`${label} ${place + 1}`}
          value={rating.category}
          items={CATEGORIES}
          onChoose={(category) => onChange({ ...rating, category })}
        />
      </Labelled>
      <TextField
        id={`${id}-volts`}
        label="up to"
        unit="V"
        inputMode="decimal"
        error={error}
        value={rating.volts}
        maxLength={8}
        onText={(volts) => onChange({ ...rating, volts })}
      />
    </>
  );
}
