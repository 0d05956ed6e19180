import { Field } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { DraftField } from "./DraftField";
import type { Draft } from "./draft";
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
  const { draft, change } = check;
  return (
    <>
      <Field id="sensorType" label="Type">
        <Select
          id="sensorType"
          value={draft.sensorType}
          items={TYPES}
          onChoose={(value) => change({ sensorType: value as Draft["sensorType"] })}
        />
      </Field>
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
  const { draft, change } = check;
  return (
    <>
      <DraftField check={check} name="r0" field="spec.sensor.r0" label="At 0 °C" unit="Ω" />
      <Field id="platinumClass" label="Class">
        <Select
          id="platinumClass"
          value={draft.platinumClass}
          items={CLASSES}
          onChoose={(value) => change({ platinumClass: value as Draft["platinumClass"] })}
        />
      </Field>
      <Field id="platinumBuild" label="Build">
        <Select
          id="platinumBuild"
          value={draft.platinumBuild}
          items={BUILDS}
          onChoose={(value) => change({ platinumBuild: value as Draft["platinumBuild"] })}
        />
      </Field>
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
  const { draft, change } = check;
  return (
    <>
      <Field id="sensorSchool" label="School">
        <Select
          id="sensorSchool"
          value={draft.sensorSchool}
          items={SCHOOLS}
          onChoose={(value) => change({ sensorSchool: value as Draft["sensorSchool"] })}
        />
      </Field>
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
