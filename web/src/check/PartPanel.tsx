import { useMeters, useOptions } from "@/api/queries";
import { Field, FieldMessage, TextInput } from "@/ui/Field";
import { Group } from "@/ui/Group";
import { Select } from "@/ui/Select";
import { type Draft, NO_ALLOY, OWN_RATIO, UNKNOWN_METER } from "./draft";
import type { Check } from "./useCheck";

type TextKey = {
  [Key in keyof Draft]: Draft[Key] extends string ? Key : never;
}[keyof Draft];

const RATINGS = [
  { value: "plate", label: "by its plate" },
  { value: "ohms", label: "by its ohms" },
];
const JUDGED_BY = [
  { value: "first", label: "first pair" },
  { value: "second", label: "second pair" },
];

/** The left zone: what the part should be, and today's conditions. */
export function PartPanel({ check }: { check: Check }) {
  return (
    <div className="flex flex-col max-lg:gap-0 lg:gap-4">
      <PartGroup check={check} />
      <ToleranceGroup check={check} />
      <TodayGroup check={check} />
    </div>
  );
}

/** A labelled text field of the draft, with the server's word on it. */
function DraftField(props: {
  check: Check;
  name: TextKey;
  field: string;
  label: string;
  unit?: string;
  placeholder?: string;
}) {
  const { check, name, field, label, unit, placeholder } = props;
  const text = check.draft[name];
  const error = check.refusal(field, text)?.message;
  return (
    <Field id={name} label={label} error={error}>
      <TextInput
        id={name}
        value={text}
        {...(unit ? { unit } : {})}
        placeholder={placeholder}
        error={error}
        onText={(next) => check.change({ [name]: next })}
        onBlur={() => check.touch(field)}
      />
    </Field>
  );
}

function PartGroup({ check }: { check: Check }) {
  const { draft, change } = check;
  return (
    <Group title="Heating element" firstOpen>
      <DraftField
        check={check}
        name="label"
        field="label"
        label="Which one"
        placeholder="where it sits"
      />
      <Field id="ratingBy" label="Given">
        <Select
          id="ratingBy"
          value={draft.ratingBy}
          items={RATINGS}
          onChoose={(value) => change({ ratingBy: value as Draft["ratingBy"] })}
        />
      </Field>
      {draft.ratingBy === "plate" ? <PlateFields check={check} /> : <OhmsFields check={check} />}
    </Group>
  );
}

function PlateFields({ check }: { check: Check }) {
  const { draft, change } = check;
  return (
    <>
      <DraftField
        check={check}
        name="power"
        field="spec.rating.pairs.0.power"
        label="Rated power"
        unit="W"
      />
      <DraftField
        check={check}
        name="voltage"
        field="spec.rating.pairs.0.voltage"
        label="at"
        unit="V"
      />
      <FieldMessage id="rating" error={check.refusal("spec.rating", draft.power)?.message} />
      <label className="flex min-h-7 items-center gap-2 text-muted">
        <input
          type="checkbox"
          className="size-5 accent-[var(--action)]"
          checked={draft.dual}
          onChange={(event) => change({ dual: event.target.checked })}
        />
        dual plate: a second pair
      </label>
      {draft.dual && (
        <>
          <DraftField
            check={check}
            name="power2"
            field="spec.rating.pairs.1.power"
            label="or"
            unit="W"
          />
          <DraftField
            check={check}
            name="voltage2"
            field="spec.rating.pairs.1.voltage"
            label="at"
            unit="V"
          />
          <Field id="judgedBy" label="Judge by">
            <Select
              id="judgedBy"
              value={draft.judgedBy}
              items={JUDGED_BY}
              onChoose={(value) => change({ judgedBy: value as Draft["judgedBy"] })}
            />
          </Field>
        </>
      )}
    </>
  );
}

function OhmsFields({ check }: { check: Check }) {
  return (
    <>
      <DraftField
        check={check}
        name="ohms"
        field="spec.rating.resistance"
        label="Cold ohms"
        unit="Ω"
      />
      <DraftField
        check={check}
        name="ohmsVoltage"
        field="spec.rating.voltage"
        label="Rated volts"
        unit="V"
        placeholder="for watts"
      />
    </>
  );
}

function ToleranceGroup({ check }: { check: Check }) {
  const { draft, change } = check;
  const options = useOptions().data;
  const alloys = [
    { value: NO_ALLOY, label: "not known", detail: "Ct = 1 is used, and said" },
    ...(options?.alloys ?? []),
    { value: OWN_RATIO, label: "own Ct", detail: "hot/cold ratio as given" },
  ];
  return (
    <Group title="Tolerance">
      <Field id="school" label="School">
        <Select
          id="school"
          value={draft.school}
          items={options?.tolerance_schools ?? []}
          onChoose={(value) => change({ school: value as Draft["school"] })}
        />
      </Field>
      <FieldMessage id="school" error={check.refusal("spec", "set")?.message} />
      {draft.school === "percent_of_resistance" && (
        <DraftField
          check={check}
          name="percent"
          field="spec.tolerance.percent"
          label="±"
          unit="%"
        />
      )}
      {draft.school === "own_limits" && (
        <>
          <DraftField
            check={check}
            name="lower"
            field="spec.tolerance.lower"
            label="At least"
            unit="Ω"
          />
          <DraftField
            check={check}
            name="upper"
            field="spec.tolerance.upper"
            label="At most"
            unit="Ω"
          />
          <FieldMessage
            id="limits"
            error={check.refusal("spec.tolerance", draft.lower + draft.upper)?.message}
          />
        </>
      )}
      <Field id="alloy" label="Alloy">
        <Select
          id="alloy"
          value={draft.alloy}
          items={alloys}
          onChoose={(alloy) => change({ alloy })}
        />
      </Field>
      {draft.alloy === OWN_RATIO && (
        <DraftField check={check} name="ratio" field="spec.hot_cold_ratio" label="Ct" />
      )}
      <Field id="rule" label="Decide by">
        <Select
          id="rule"
          value={draft.rule}
          items={options?.rules ?? []}
          onChoose={(value) => change({ rule: value as Draft["rule"] })}
        />
      </Field>
    </Group>
  );
}

function TodayGroup({ check }: { check: Check }) {
  const { draft, change } = check;
  const sources = useOptions().data?.temperature_sources ?? [];
  const meters = useMeters().data ?? [];
  const meterError = check.refusal("conditions.meter", "set")?.message;
  return (
    <Group title="Today">
      <Field id="meter" label="Meter" error={meterError}>
        <Select
          id="meter"
          value={draft.meter}
          items={meters.map((one) => ({
            value: one.id === null ? UNKNOWN_METER : String(one.id),
            label: one.name,
            detail: `ohms ${one.functions.find((f) => f.function === "resistance")?.accuracy ?? "none"}`,
          }))}
          onChoose={(meter) => change({ meter })}
        />
      </Field>
      <DraftField
        check={check}
        name="leadZero"
        field="reading.lead_zero"
        label="Lead zero"
        unit="Ω"
        placeholder="leads shorted"
      />
      <label className="flex min-h-7 items-center gap-2 text-muted">
        <input
          type="checkbox"
          className="size-5 accent-[var(--action)]"
          checked={draft.leadsNulled}
          onChange={(event) => change({ leadsNulled: event.target.checked })}
        />
        REL took the leads off
      </label>
      <DraftField
        check={check}
        name="partTemperature"
        field="conditions.part_temperature"
        label="Part is at"
        unit="°C"
        placeholder="20 if not given"
      />
      <Field id="temperatureSource" label="read by">
        <Select
          id="temperatureSource"
          value={draft.temperatureSource}
          items={sources}
          onChoose={(value) => change({ temperatureSource: value as Draft["temperatureSource"] })}
        />
      </Field>
      <DraftField
        check={check}
        name="supply"
        field="conditions.supply"
        label="Supply here"
        unit="V"
        placeholder="as the plate"
      />
    </Group>
  );
}
