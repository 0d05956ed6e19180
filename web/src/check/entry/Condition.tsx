import { Field, TextInput } from "@/ui/Field";
import type { Measuring } from "./useMeasuring";

type ConditionKey =
  | "leadZero"
  | "partTemperature"
  | "thermometerLimit"
  | "supply"
  | "coldJunction"
  | "standsAt"
  | "pair"
  | "room";

type Props = {
  check: Measuring;
  name: ConditionKey;
  field: string;
  label: string;
  unit?: string;
  hint?: string;
  /** The label stands above the field, not before it. */
  above?: boolean;
};

/** One of today's conditions, with the server's word on it. */
export function Condition({ check, name, field, label, unit, hint, above }: Props) {
  const value = check.draft[name];
  const error = check.refusal(field, value)?.message;
  return (
    <Field id={name} label={label} error={error} above={above}>
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
