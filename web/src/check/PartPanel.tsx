import { useMeters, useOptions } from "@/api/queries";
import { Field, FieldMessage, TextInput } from "@/ui/Field";
import { Group } from "@/ui/Group";
import { Select } from "@/ui/Select";
import { hasPair, specFields, UNKNOWN_METER } from "./draft";
import { FormField } from "./FormField";
import { type FieldDef, visible } from "./forms/fields";
import { FAMILIES, familyOf, formOf, type Kind } from "./forms/forms";
import type { Check } from "./useCheck";

/** The left zone: what the part should be, and today's conditions. */
export function PartPanel({ check }: { check: Check }) {
  const { draft } = check;
  const fields = specFields(draft);
  const form = visible(formOf(draft.kind, fields), fields);
  const options = useOptions().data;
  const typed = Object.values(fields).join("");
  return (
    <div className="flex flex-col max-lg:gap-0 lg:gap-4">
      <Group title="Part" firstOpen>
        <FamilyChoice check={check} />
        <KindChoice check={check} />
        <Field id="label" label="Which one">
          <TextInput
            id="label"
            value={draft.label}
            placeholder="where it sits"
            onText={(label) => check.change({ label })}
          />
        </Field>
        <FormFields check={check} defs={form.filter((def) => !def.group)} />
        <FieldMessage id="rating" error={check.refusal("spec.rating", typed)?.message} />
        <FieldMessage id="spec" error={check.refusal("spec", typed)?.message} />
      </Group>
      <Group title="Tolerance">
        <FormFields check={check} defs={form.filter((def) => def.group === "tolerance")} />
        <FieldMessage id="limits" error={check.refusal("spec.tolerance", typed)?.message} />
        <Field id="rule" label="Decide by">
          <Select
            id="rule"
            value={draft.rule}
            items={options?.rules ?? []}
            onChoose={(rule) => check.change({ rule: rule as typeof draft.rule })}
          />
        </Field>
      </Group>
      <TodayGroup check={check} />
    </div>
  );
}

function FormFields({ check, defs }: { check: Check; defs: FieldDef[] }) {
  const fields = specFields(check.draft);
  return defs.map((def) => {
    const field = `spec.${def.at}`;
    const value = String(fields[def.at] ?? "");
    const found =
      check.refusal(field, value) ??
      (def.type === "lines" ? check.refusalUnder(field, value) : undefined);
    return (
      <FormField
        key={`${check.draft.kind}-${def.at}`}
        def={def}
        fields={fields}
        area="spec"
        error={found?.message}
        onChange={check.changeSpec}
        onLeave={() => check.touch(field)}
      />
    );
  });
}

/** What it is: one tap, or one key; the same again takes the next kind of its family. */
function FamilyChoice({ check }: { check: Check }) {
  const chosen = familyOf(check.draft.kind);
  return (
    <div
      role="radiogroup"
      aria-label="What is it"
      className="grid grid-cols-3 overflow-hidden rounded-md border border-edge bg-sheet"
    >
      {FAMILIES.map((family) => (
        // biome-ignore lint/a11y/useSemanticElements: a tile, not a radio dot
        <button
          key={family.key}
          type="button"
          role="radio"
          aria-checked={family === chosen}
          onClick={() => check.chooseFamily(family)}
          className={`flex min-h-9 items-center justify-between gap-1 border-edge px-1.5 shadow-[0_0_0_0.5px_var(--edge)] ${family === chosen ? "bg-action font-semibold text-on-action" : ""}`}
        >
          {family.label}
          <span aria-hidden="true" className="font-mono text-sm">
            {family.key}
          </span>
        </button>
      ))}
    </div>
  );
}

function KindChoice({ check }: { check: Check }) {
  const family = familyOf(check.draft.kind);
  if (family.kinds.length < 2) return null;
  return (
    <Field id="kind" label="Built as">
      <Select
        id="kind"
        value={check.draft.kind}
        items={family.kinds.map(({ kind, label }) => ({ value: kind, label }))}
        onChoose={(kind) => check.chooseKind(kind as Kind)}
      />
    </Field>
  );
}

type ConditionKey =
  | "leadZero"
  | "partTemperature"
  | "thermometerLimit"
  | "supply"
  | "coldJunction"
  | "standsAt"
  | "pair";

type ConditionProps = {
  check: Check;
  name: ConditionKey;
  field: string;
  label: string;
  unit?: string;
  hint?: string;
};

function Condition({ check, name, field, label, unit, hint }: ConditionProps) {
  const value = check.draft[name];
  const error = check.refusal(field, value)?.message;
  return (
    <Field id={name} label={label} error={error}>
      <TextInput
        id={name}
        value={value}
        {...(unit ? { unit } : {})}
        placeholder={hint}
        error={error}
        onText={(next) => check.change({ [name]: next })}
        onBlur={() => check.touch(field)}
      />
    </Field>
  );
}

const TAKES_SUPPLY = new Set<Kind>([
  "heating_element",
  "element_bank",
  "three_phase_set",
  "winding",
  "igniter",
  "contact",
]);
const MAY_BE_WARM = new Set<Kind>(["winding", "winding_set", "spark_igniter", "igniter"]);
const NO_OHMS = new Set<Kind>(["supply", "ignition_sequence", "thermocouple_magnet"]);

function TodayGroup({ check }: { check: Check }) {
  const { draft, change } = check;
  const sources = useOptions().data?.temperature_sources ?? [];
  const meters = useMeters().data ?? [];
  return (
    <Group title="Today">
      <Field id="meter" label="Meter" error={check.refusal("conditions.meter", "set")?.message}>
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
      {!NO_OHMS.has(draft.kind) && <OhmsToday check={check} />}
      {!NO_OHMS.has(draft.kind) && (
        <>
          <Condition
            check={check}
            name="partTemperature"
            field="conditions.part_temperature"
            label="Part is at"
            unit="°C"
            hint="20 if not given"
          />
          <Field id="temperatureSource" label="read by">
            <Select
              id="temperatureSource"
              value={draft.temperatureSource}
              items={sources}
              onChoose={(value) =>
                change({ temperatureSource: value as typeof draft.temperatureSource })
              }
            />
          </Field>
          <Condition
            check={check}
            name="thermometerLimit"
            field="conditions.thermometer_limit"
            label="± limit"
            unit="K"
            hint="its source's"
          />
        </>
      )}
      {MAY_BE_WARM.has(draft.kind) && (
        <TickBox
          label="settled at that temperature"
          on={draft.settled}
          onChange={(settled) => change({ settled })}
        />
      )}
      {draft.kind === "thermocouple" && (
        <Condition
          check={check}
          name="coldJunction"
          field="conditions.cold_junction"
          label="Terminals at"
          unit="°C"
          hint="cold junction"
        />
      )}
      {draft.kind === "sender" && (
        <Condition
          check={check}
          name="standsAt"
          field="conditions.stands_at"
          label="Stands at"
          hint="as its chart says"
        />
      )}
      {TAKES_SUPPLY.has(draft.kind) && (
        <Condition
          check={check}
          name="supply"
          field="conditions.supply"
          label="Supply here"
          unit="V"
          hint={draft.kind === "contact" ? "for volts across" : "as the plate"}
        />
      )}
    </Group>
  );
}

function OhmsToday({ check }: { check: Check }) {
  const { draft, change } = check;
  return (
    <>
      <Condition
        check={check}
        name="leadZero"
        field="reading.lead_zero"
        label="Lead zero"
        unit="Ω"
        hint="leads shorted"
      />
      {hasPair(draft) && (
        <Condition
          check={check}
          name="pair"
          field="reading.pair"
          label="Like pair"
          unit="Ω"
          hint="instead of leads"
        />
      )}
      <TickBox
        label="REL took the leads off"
        on={draft.leadsNulled}
        onChange={(leadsNulled) => change({ leadsNulled })}
      />
    </>
  );
}

function TickBox({
  label,
  on,
  onChange,
}: {
  label: string;
  on: boolean;
  onChange: (on: boolean) => void;
}) {
  return (
    <label className="flex min-h-7 items-center gap-2 text-muted">
      <input
        type="checkbox"
        className="size-5 accent-[var(--action)]"
        checked={on}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
