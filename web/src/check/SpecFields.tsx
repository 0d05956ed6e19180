import type { FieldError } from "@/api/types";
import { FormField } from "@/forms/FormField";
import { type FieldDef, slotOf, visible } from "@/forms/fields";
import { FieldMessage } from "@/ui/Field";
import { type SpecDraft, specFields } from "./draft";
import { formOf } from "./forms/forms";

type Props = {
  draft: SpecDraft;
  /** Which of the form's fields: those of a group, or those of none. */
  group: FieldDef["group"];
  refusal: (field: string, text: string) => FieldError | undefined;
  refusalUnder: (field: string, text: string) => FieldError | undefined;
  onChange: (at: string, value: string | boolean) => void;
  onLeave: (field: string) => void;
};

/** The fields that say what a part should be, as its kind has them. */
export function SpecFields({ draft, group, refusal, refusalUnder, onChange, onLeave }: Props) {
  const fields = specFields(draft);
  const form = visible(formOf(draft.kind, fields), fields).filter((def) => def.group === group);
  const typed = Object.values(fields).join("");
  const whole = group === "tolerance" ? ["spec.tolerance"] : ["spec.rating", "spec"];
  return (
    <>
      {form.map((def) => {
        const field = `spec.${def.at}`;
        const value = String(fields[slotOf(def)] ?? "");
        const found =
          refusal(field, value) ??
          (def.type === "lines" || def.type === "names" ? refusalUnder(field, value) : undefined);
        return (
          <FormField
            key={`${draft.kind}-${def.at}`}
            def={def}
            fields={fields}
            area="spec"
            error={found?.message}
            onChange={onChange}
            onLeave={() => onLeave(field)}
          />
        );
      })}
      {whole.map((field) => (
        <FieldMessage
          key={field}
          id={field.replace(".", "-")}
          error={refusal(field, typed)?.message}
        />
      ))}
    </>
  );
}
