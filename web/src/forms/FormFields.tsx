import { FormField } from "./FormField";
import { type FieldDef, visible } from "./fields";
import type { Form } from "./useForm";

type Props = {
  form: Form;
  defs: FieldDef[];
  /** The whole form, where what is to be seen of these hangs on a field beside them. */
  all?: FieldDef[];
};

/** The declared fields of a form that are to be seen now, their labels above. */
export function FormFields({ form, defs, all = defs }: Props) {
  const seen = visible(all, form.fields);
  return defs
    .filter((def) => seen.includes(def))
    .map((def) => (
      <FormField
        key={def.at}
        def={def}
        fields={form.fields}
        area={form.area}
        error={form.at(def.at)}
        above
        onChange={form.set}
      />
    ));
}
