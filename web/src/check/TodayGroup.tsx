import { useMeters, useOptions } from "@/api/queries";
import { Field, TextInput } from "@/ui/Field";
import { Group } from "@/ui/Group";
import { Select } from "@/ui/Select";
import { TickBox } from "@/ui/TickBox";
import { hasPair, UNKNOWN_METER } from "./draft";
import type { Kind } from "./forms/forms";
import { MEASURANDS, READINGS } from "./readings";
import type { Measuring } from "./useMeasuring";

type ConditionKey =
  | "leadZero"
  | "partTemperature"
  | "thermometerLimit"
  | "supply"
  | "coldJunction"
  | "standsAt"
  | "pair";

type ConditionProps = {
  check: Measuring;
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
/** Whether any test of this kind is in ohms: leads and the part's temperature belong to it. */
const takesOhms = (kind: Kind) => MEASURANDS[kind].some((one) => READINGS[one].ohms);

/** Today's conditions: meter and leads, how warm the part is, the supply. */
export function TodayGroup({ check }: { check: Measuring }) {
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
      {takesOhms(draft.kind) && <OhmsToday check={check} />}
      {takesOhms(draft.kind) && (
        <>
          <Condition
            check={check}
            name="partTemperature"
            field="conditions.part_temperature"
            label="Part is at"
            unit="°C"
            hint="asked for where it counts"
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
      {draft.kind === "thermocouple" && (
        <Field id="coldJunctionSource" label="terminals read by">
          <Select
            id="coldJunctionSource"
            value={draft.coldJunctionSource}
            items={sources}
            onChoose={(value) =>
              change({ coldJunctionSource: value as typeof draft.coldJunctionSource })
            }
          />
        </Field>
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

function OhmsToday({ check }: { check: Measuring }) {
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
