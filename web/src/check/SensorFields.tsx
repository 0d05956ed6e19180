import { DraftField, DraftSelect } from "./DraftField";
import type { Check } from "./useCheck";

const TYPES = [
  { value: "ntc_beta", label: "NTC by B" },
  { value: "platinum", label: "platinum" },
];
const CLASSES = ["AA", "A", "B", "C"].map((name) => ({ value: name, label: `class ${name}` }));
const BUILDS = [
  { value: "wire", label: "wire-wound" },
  { value: "film", label: "film" },
];
const SCHOOLS = [
  { value: "by_class", label: "kelvin, by class", detail: "what the controller sees" },
  { value: "own_kelvin", label: "kelvin, own limit" },
  { value: "percent_of_resistance", label: "± share of R" },
];

/** A sensor by its curve. */
export function SensorFields({ check }: { check: Check }) {
  const { draft } = check;
  return (
    <>
      <DraftSelect check={check} name="sensorType" label="Type" items={TYPES} />
      {draft.sensorType === "ntc_beta" ? (
        <>
          <DraftField check={check} name="r25" field="spec.sensor.r25" label="At 25 °C" unit="Ω" />
          <DraftField check={check} name="beta" field="spec.sensor.beta" label="B" unit="K" />
        </>
      ) : (
        <PlatinumFields check={check} />
      )}
    </>
  );
}

function PlatinumFields({ check }: { check: Check }) {
  return (
    <>
      <DraftField check={check} name="r0" field="spec.sensor.r0" label="At 0 °C" unit="Ω" />
      <DraftSelect check={check} name="platinumClass" label="Class" items={CLASSES} />
      <DraftSelect check={check} name="platinumBuild" label="Build" items={BUILDS} />
      <DraftField
        check={check}
        name="pair"
        field="reading.pair"
        label="Like pair"
        unit="Ω"
        placeholder="3 wires only"
      />
    </>
  );
}

/** The school of a sensor's band. */
export function SensorSchoolFields({ check }: { check: Check }) {
  const { draft } = check;
  return (
    <>
      <DraftSelect check={check} name="sensorSchool" label="School" items={SCHOOLS} />
      {draft.sensorSchool === "own_kelvin" && (
        <DraftField
          check={check}
          name="ownKelvin"
          field="spec.tolerance.limit"
          label="±"
          unit="K"
        />
      )}
      {draft.sensorSchool === "percent_of_resistance" && (
        <DraftField
          check={check}
          name="percent"
          field="spec.tolerance.percent"
          label="±"
          unit="%"
        />
      )}
    </>
  );
}
