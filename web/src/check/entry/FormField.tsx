import { useOptions } from "@/api/queries";
import {
  type FieldDef,
  type Fields,
  filled,
  isNeeded,
  slotOf,
  standing,
  visible,
} from "@/check/forms/fields";
import { formOf, type Kind } from "@/check/forms/forms";
import { Field, TextInput } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { TickBox } from "@/ui/TickBox";

type Props = {
  def: FieldDef;
  fields: Fields;
  /** Before the place in ids and in the server's errors: spec, or reading. */
  area: string;
  error: string | undefined;
  onChange: (at: string, value: string | boolean) => void;
  onLeave: () => void;
};

/** One field of a form, as its definition says, with the server's word on it. */
export function FormField({ def, fields, area, error, onChange, onLeave }: Props) {
  const id = fieldId(area, def.at);
  if (!def.label) return null;
  if (def.type === "tick") {
    return (
      <TickBox
        label={def.label}
        on={fields[slotOf(def)] === true}
        onChange={(on) => onChange(slotOf(def), on)}
      />
    );
  }
  const value = standing(def, fields);
  if (def.type === "choice") {
    return <ChoiceField def={def} id={id} value={value} error={error} onChange={onChange} />;
  }
  if (def.type === "lines") {
    return (
      <Field id={id} label={def.label} error={error}>
        <textarea
          id={id}
          rows={4}
          value={value}
          placeholder={def.hint}
          aria-invalid={error ? true : undefined}
          aria-describedby={error ? `${id}-error` : undefined}
          className={`w-full min-w-0 rounded-md border bg-well px-2.5 py-1 font-mono text-[0.92rem] ${error ? "border-bad" : "border-edge"}`}
          onChange={(event) => onChange(slotOf(def), event.target.value)}
          onBlur={onLeave}
        />
      </Field>
    );
  }
  return (
    <Field id={id} label={def.label} error={error}>
      <TextInput
        id={id}
        value={value}
        {...("unit" in def && def.unit ? { unit: def.unit } : {})}
        placeholder={"hint" in def ? def.hint : undefined}
        error={error}
        onText={(next) => onChange(slotOf(def), next)}
        onBlur={onLeave}
      />
    </Field>
  );
}

type ChoiceProps = Pick<Props, "onChange" | "error"> & {
  def: Extract<FieldDef, { type: "choice" }>;
  id: string;
  value: string;
};

function ChoiceField({ def, id, value, error, onChange }: ChoiceProps) {
  const options = useOptions().data;
  const list = typeof def.items === "function" ? (options ? def.items(options) : []) : def.items;
  return (
    <Field id={id} label={def.label} error={error}>
      <Select id={id} value={value} items={list} onChoose={(next) => onChange(slotOf(def), next)} />
    </Field>
  );
}

export function fieldId(area: string, at: string): string {
  return `${area}-${at.replaceAll(".", "-").replace("~", "")}`;
}

/** The field that says first what a part of this kind should be. */
export function firstField(kind: Kind, fields: Fields): string {
  const form = visible(formOf(kind, fields), fields);
  const whole = filled(form, fields);
  const first = form.find((def) => isNeeded(def, whole)) ?? form.find((def) => def.type === "text");
  return fieldId("spec", first?.at ?? "");
}
