import { useMeters } from "@/api/queries";
import type { MeterChoice } from "@/api/types";
import { UNKNOWN_METER } from "@/check/draft";
import { DOUBTS } from "@/instruments/Standing";
import { Field } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { Condition } from "./Condition";
import type { Measuring } from "./useMeasuring";

/** A meter as it is chosen from a list. */
export function asItem(one: MeterChoice) {
  const ohms = one.functions.find((each) => each.function === "resistance")?.accuracy;
  return {
    value: one.id === null ? UNKNOWN_METER : String(one.id),
    label: one.name,
    detail: [ohms ? `ohms ${ohms}` : "no ohms", ...one.doubts.map((code) => DOUBTS[code])].join(
      ", ",
    ),
  };
}

/** Which meter is in hand, what is held against it, and the air, where its accuracy depends on that. */
export function MeterField({ check }: { check: Measuring }) {
  const { draft, change } = check;
  const meters = useMeters().data ?? [];
  const chosen = meters.find((one) => asItem(one).value === draft.meter);
  return (
    <>
      <Field id="meter" label="Meter" error={check.refusal("conditions.meter", "set")?.message}>
        <Select
          id="meter"
          value={draft.meter}
          items={meters.map(asItem)}
          onChoose={(meter) => change({ meter })}
        />
      </Field>
      {chosen?.told.map((one) => (
        <p key={one} className="text-[0.9rem] text-watch">
          {one}
        </p>
      ))}
      {(chosen?.asks_air || draft.room.trim()) && (
        <Condition
          check={check}
          name="room"
          field="conditions.meter_air"
          label="The room is at"
          unit="°C"
          {...(chosen?.asks_air ? { hint: "for this meter" } : {})}
        />
      )}
    </>
  );
}
