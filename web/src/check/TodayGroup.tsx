import { useOptions } from "@/api/queries";
import { Field } from "@/ui/Field";
import { Group } from "@/ui/Group";
import { Select } from "@/ui/Select";
import { TickBox } from "@/ui/TickBox";
import { hasPair } from "./draft";
import { Condition } from "./entry/Condition";
import { takesOhms } from "./entry/HowWarm";
import { MeterField } from "./entry/MeterField";
import type { Measuring } from "./entry/useMeasuring";
import type { Kind } from "./forms/forms";

const TAKES_SUPPLY = new Set<Kind>([
  "heating_element",
  "element_bank",
  "three_phase_set",
  "winding",
  "igniter",
  "contact",
]);

/** Today's conditions: meter, the room, the supply. */
export function TodayGroup({ check }: { check: Measuring }) {
  const { draft, change } = check;
  const sources = useOptions().data?.temperature_sources ?? [];
  return (
    <Group title="Today">
      <MeterField check={check} />
      {takesOhms(draft.kind) && <OhmsToday check={check} />}
      {takesOhms(draft.kind) && (
        <Condition
          check={check}
          name="thermometerLimit"
          field="conditions.thermometer_limit"
          label="± limit"
          unit="K"
          hint="its source's"
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
