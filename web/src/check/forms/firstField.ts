import { fieldId } from "@/forms/FormField";
import { type Fields, filled, isNeeded, visible } from "@/forms/fields";
import { formOf, type Kind } from "./forms";

/** The field that says first what a part of this kind should be. */
export function firstField(kind: Kind, fields: Fields): string {
  const form = visible(formOf(kind, fields), fields);
  const whole = filled(form, fields);
  const first = form.find((def) => isNeeded(def, whole)) ?? form.find((def) => def.type === "text");
  return fieldId("spec", first?.at ?? "");
}
