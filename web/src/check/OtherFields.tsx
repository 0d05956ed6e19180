import { FieldMessage } from "@/ui/Field";
import { DraftField, DraftSelect } from "./DraftField";
import type { Check } from "./useCheck";

const MATERIALS = [
  { value: "silicon_carbide", label: "silicon carbide" },
  { value: "silicon_nitride", label: "silicon nitride" },
];
const SCHOOLS = [
  { value: "strict", label: "strict", detail: "replace above the usual band" },
  { value: "lenient", label: "lenient", detail: "keep to a higher limit, spare on the shelf" },
  { value: "function_first", label: "function first", detail: "volts and no glow decides" },
];

/** An igniter by its usual cold band. */
export function IgniterFields({ check }: { check: Check }) {
  return (
    <>
      <DraftSelect check={check} name="material" label="Material" items={MATERIALS} />
      <DraftField
        check={check}
        name="usualLower"
        field="spec.usual_lower"
        label="Usual from"
        unit="Ω"
      />
      <DraftField check={check} name="usualUpper" field="spec.usual_upper" label="to" unit="Ω" />
      <DraftField
        check={check}
        name="lenientUpper"
        field="spec.lenient_upper"
        label="Lenient to"
        unit="Ω"
        placeholder="if any"
      />
    </>
  );
}

/** What follows from an igniter that reads high but finite. */
export function IgniterSchoolFields({ check }: { check: Check }) {
  return (
    <>
      <DraftSelect check={check} name="igniterSchool" label="School" items={SCHOOLS} />
      <FieldMessage id="igniterSchool" error={check.refusal("spec", "set")?.message} />
    </>
  );
}

const DEVICES = ["thermostat", "limit", "fuse", "switch", "relay"].map((name) => ({
  value: name,
  label: name,
}));

/** A contact by what it belongs to. */
export function ContactFields({ check }: { check: Check }) {
  return (
    <>
      <DraftSelect check={check} name="device" label="Of a" items={DEVICES} />
      <DraftField
        check={check}
        name="closedLimit"
        field="spec.closed_limit"
        label="Closed to"
        unit="Ω"
        placeholder="0.5"
      />
    </>
  );
}

/** A high-tension lead by its length. */
export function LeadFields({ check }: { check: Check }) {
  return (
    <>
      <DraftField check={check} name="length" field="spec.length" label="Length" unit="m" />
      <DraftField
        check={check}
        name="perMetre"
        field="spec.per_metre"
        label="Per metre"
        unit="Ω/m"
      />
      <DraftField
        check={check}
        name="cap"
        field="spec.caps.0"
        label="Cap"
        unit="Ω"
        placeholder="if any"
      />
    </>
  );
}

/** Anything that is just its ohms. */
export function OtherFields({ check }: { check: Check }) {
  return (
    <DraftField check={check} name="plainOhms" field="spec.resistance" label="Ohms" unit="Ω" />
  );
}
