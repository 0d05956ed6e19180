import { DraftField, DraftSelect, DraftTick } from "./DraftField";
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
      <DraftSelect check={check} name="metal" label="Metal" items={METALS} />
    </>
  );
}

/** The school of a winding's band, and what it compares with. */
export function WindingSchoolFields({ check }: { check: Check }) {
  const { draft } = check;
  return (
    <>
      <DraftSelect check={check} name="windingSchool" label="Band by" items={SCHOOLS} />
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
