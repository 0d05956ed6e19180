import { Field } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { DraftField, DraftTick } from "./DraftField";
import type { Draft } from "./draft";
import type { Check } from "./useCheck";

const METALS = [
  { value: "copper", label: "copper" },
  { value: "aluminium", label: "aluminium" },
];
const SCHOOLS = [
  { value: "reject_band", label: "maker's band" },
  {
    value: "never_gains_ohms",
    label: "never gains ohms",
    detail: "above its baseline or its siblings it is off",
  },
];

/** A winding by its ohms at a reference temperature. */
export function WindingFields({ check }: { check: Check }) {
  return (
    <>
      <DraftField check={check} name="windingOhms" field="spec.resistance" label="Ohms" unit="Ω" />
      <DraftField
        check={check}
        name="referenceTemperature"
        field="spec.reference_temperature"
        label="at"
        unit="°C"
      />
      <Field id="metal" label="Metal">
        <Select
          id="metal"
          value={check.draft.metal}
          items={METALS}
          onChoose={(value) => check.change({ metal: value as Draft["metal"] })}
        />
      </Field>
    </>
  );
}

/** The school of a winding's band, and what it compares with. */
export function WindingSchoolFields({ check }: { check: Check }) {
  const { draft, change } = check;
  return (
    <>
      <Field id="windingSchool" label="Band by">
        <Select
          id="windingSchool"
          value={draft.windingSchool}
          items={SCHOOLS}
          onChoose={(value) => change({ windingSchool: value as Draft["windingSchool"] })}
        />
      </Field>
      {draft.windingSchool === "never_gains_ohms" && (
        <>
          <DraftTick check={check} name="nominalIsMost" label="nominal is the most, by its spec" />
          <DraftField
            check={check}
            name="baseline"
            field="spec.baseline"
            label="Its baseline"
            unit="Ω"
          />
          <DraftField
            check={check}
            name="siblingMedian"
            field="spec.sibling_median"
            label="Siblings"
            unit="Ω"
            placeholder="median"
          />
        </>
      )}
    </>
  );
}
