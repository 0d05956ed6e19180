import { Field, TextInput } from "@/ui/Field";
import { Select, type SelectItem } from "@/ui/Select";
import type { Draft } from "./draft";
import type { Check } from "./useCheck";

type TextKey = {
  [Key in keyof Draft]: Draft[Key] extends string ? Key : never;
}[keyof Draft];

type Props = {
  check: Check;
  name: TextKey;
  field: string;
  label: string;
  unit?: string;
  placeholder?: string;
};

/** A labelled text field of the draft, with the server's word on it. */
export function DraftField({ check, name, field, label, unit, placeholder }: Props) {
  const text = check.draft[name];
  const error = check.refusal(field, text)?.message;
  return (
    <Field id={name} label={label} error={error}>
      <TextInput
        id={name}
        value={text}
        {...(unit ? { unit } : {})}
        placeholder={placeholder}
        error={error}
        onText={(next) => check.change({ [name]: next })}
        onBlur={() => check.touch(field)}
      />
    </Field>
  );
}

type TickKey = {
  [Key in keyof Draft]: Draft[Key] extends boolean ? Key : never;
}[keyof Draft];

/** A yes-or-no of the draft. */
export function DraftTick({ check, name, label }: { check: Check; name: TickKey; label: string }) {
  return (
    <label className="flex min-h-7 items-center gap-2 text-muted">
      <input
        type="checkbox"
        className="size-5 accent-[var(--action)]"
        checked={check.draft[name]}
        onChange={(event) => check.change({ [name]: event.target.checked })}
      />
      {label}
    </label>
  );
}

type SelectProps = { check: Check; name: TextKey; label: string; items: SelectItem[] };

/** A choice of the draft. */
export function DraftSelect({ check, name, label, items }: SelectProps) {
  return (
    <Field id={name} label={label}>
      <Select
        id={name}
        value={check.draft[name]}
        items={items}
        onChoose={(value) => check.change({ [name]: value })}
      />
    </Field>
  );
}
