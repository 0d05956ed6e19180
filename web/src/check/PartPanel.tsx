import { useMeters, useOptions } from "@/api/queries";
import { KEYS } from "@/keys/shortcuts";
import { Field, FieldMessage } from "@/ui/Field";
import { Group } from "@/ui/Group";
import { Select } from "@/ui/Select";
import { DraftField, DraftSelect, DraftTick } from "./DraftField";
import { type Kind, NO_ALLOY, OWN_RATIO, UNKNOWN_METER } from "./draft";
import {
  ContactFields,
  IgniterFields,
  IgniterSchoolFields,
  LeadFields,
  OtherFields,
} from "./OtherFields";
import { SensorFields, SensorSchoolFields } from "./SensorFields";
import type { Check } from "./useCheck";
import { WindingFields, WindingSchoolFields } from "./WindingFields";

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

function PartGroup({ check }: { check: Check }) {
  const { draft } = check;
  return (
    <Group title="Part" firstOpen>
      <KindChoice check={check} />
      <DraftField
        check={check}
        name="label"
        field="label"
        label="Which one"
        placeholder="where it sits"
      />
      {draft.kind === "heating_element" && <RatingFields check={check} />}
      {draft.kind === "winding" && <WindingFields check={check} />}
      {draft.kind === "temperature_sensor" && <SensorFields check={check} />}
      {draft.kind === "igniter" && <IgniterFields check={check} />}
      {draft.kind === "contact" && <ContactFields check={check} />}
      {draft.kind === "high_tension_lead" && <LeadFields check={check} />}
      {draft.kind === "resistive_part" && <OtherFields check={check} />}
    </Group>
  );
}

const KINDS: { kind: Kind; label: string; key: string }[] = [
  { kind: "heating_element", label: "Element", key: KEYS.element.key },
  { kind: "winding", label: "Coil", key: KEYS.winding.key },
  { kind: "temperature_sensor", label: "Sensor", key: KEYS.sensor.key },
  { kind: "igniter", label: "Igniter", key: KEYS.igniter.key },
  { kind: "contact", label: "Contact", key: KEYS.contact.key },
  { kind: "high_tension_lead", label: "HT lead", key: KEYS.lead.key },
  { kind: "resistive_part", label: "Other", key: KEYS.other.key },
];

/** What it is: one tap, or one key. */
function KindChoice({ check }: { check: Check }) {
  return (
    <div
      role="radiogroup"
      aria-label="What is it"
      className="grid grid-cols-3 overflow-hidden rounded-md border border-edge bg-sheet"
    >
      {KINDS.map(({ kind, label, key }) => (
        // biome-ignore lint/a11y/useSemanticElements: a tile, not a radio dot
        <button
          key={kind}
          type="button"
          role="radio"
          aria-checked={check.draft.kind === kind}
          onClick={() => check.chooseKind(kind)}
          className={`flex min-h-9 items-center justify-between gap-1 border-edge px-1.5 shadow-[0_0_0_0.5px_var(--edge)] ${check.draft.kind === kind ? "bg-action font-semibold text-on-action" : ""}`}
        >
          {label}
          <span aria-hidden="true" className="font-mono text-sm">
            {key}
          </span>
        </button>
      ))}
    </div>
  );
}

function RatingFields({ check }: { check: Check }) {
  const { draft } = check;
  return (
    <>
      <DraftSelect check={check} name="ratingBy" label="Given" items={RATINGS} />
      {draft.ratingBy === "plate" ? <PlateFields check={check} /> : <OhmsFields check={check} />}
    </>
  );
}

function PlateFields({ check }: { check: Check }) {
  const { draft } = check;
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
      <DraftTick check={check} name="dual" label="dual plate: a second pair" />
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
          <DraftSelect check={check} name="judgedBy" label="Judge by" items={JUDGED_BY} />
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

/** Kinds whose band is a share of the resistance, or limits. */
const SHARE_OR_LIMITS = new Set<Kind>([
  "heating_element",
  "winding",
  "high_tension_lead",
  "resistive_part",
]);

function ToleranceGroup({ check }: { check: Check }) {
  const { draft } = check;
  const options = useOptions().data;
  return (
    <Group title="Tolerance">
      {draft.kind === "temperature_sensor" && <SensorSchoolFields check={check} />}
      {draft.kind === "igniter" && <IgniterSchoolFields check={check} />}
      {SHARE_OR_LIMITS.has(draft.kind) && <ResistanceSchoolFields check={check} />}
      {draft.kind === "winding" && <WindingSchoolFields check={check} />}
      {draft.kind === "heating_element" && <AlloyFields check={check} />}
      <DraftSelect check={check} name="rule" label="Decide by" items={options?.rules ?? []} />
    </Group>
  );
}

function ResistanceSchoolFields({ check }: { check: Check }) {
  const { draft } = check;
  const schools = (useOptions().data?.tolerance_schools ?? []).filter(
    (one) => draft.kind === "heating_element" || one.value !== "appliance_input",
  );
  return (
    <>
      <DraftSelect check={check} name="school" label="School" items={schools} />
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
    </>
  );
}

function AlloyFields({ check }: { check: Check }) {
  const { draft } = check;
  const alloys = [
    { value: NO_ALLOY, label: "not known", detail: "Ct = 1 is used, and said" },
    ...(useOptions().data?.alloys ?? []),
    { value: OWN_RATIO, label: "own Ct", detail: "hot/cold ratio as given" },
  ];
  return (
    <>
      <DraftSelect check={check} name="alloy" label="Alloy" items={alloys} />
      {draft.alloy === OWN_RATIO && (
        <DraftField check={check} name="ratio" field="spec.hot_cold_ratio" label="Ct" />
      )}
    </>
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
      <DraftTick check={check} name="leadsNulled" label="REL took the leads off" />
      <DraftField
        check={check}
        name="partTemperature"
        field="conditions.part_temperature"
        label="Part is at"
        unit="°C"
        placeholder="20 if not given"
      />
      <DraftSelect check={check} name="temperatureSource" label="read by" items={sources} />
      {(draft.kind === "winding" || draft.kind === "igniter") && (
        <DraftTick check={check} name="settled" label="settled at that temperature" />
      )}
      {draft.kind === "heating_element" && (
        <DraftField
          check={check}
          name="supply"
          field="conditions.supply"
          label="Supply here"
          unit="V"
          placeholder="as the plate"
        />
      )}
    </Group>
  );
}
