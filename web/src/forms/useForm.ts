import { useState } from "react";
import { errorAt, unplacedErrors } from "@/api/errors";
import { built, type FieldDef, type Fields, typedOf, visible } from "./fields";

/** What the fields of a form need: where their text stands, and what is wrong with it. */
export type Form = {
  /** Before the place in ids. */
  area: string;
  fields: Fields;
  set: (at: string, value: string | boolean) => void;
  at: (field: string) => string | undefined;
};

/**
 * A form by its declared fields: what stands in it, what is sent, and what the server says of it.
 * `start` is what is there already, as the server has it.
 */
export function useForm(
  area: string,
  defs: FieldDef[],
  saving: { error: Error | null },
  start?: object | null,
) {
  const [fields, setFields] = useState<Fields>(() => typedOf(defs, start));
  return {
    area,
    fields,
    set: (at: string, value: string | boolean) => setFields((now) => ({ ...now, [at]: value })),
    at: (field: string) => errorAt(saving.error, field),
    /** What is wrong and stands at none of the fields, nor at `more` of them. */
    others: (...more: string[]) =>
      unplacedErrors(saving.error, [...visible(defs, fields).map((def) => def.at), ...more]),
    /** What is sent, each at its place; what was left empty is left out. */
    sent: () => built(defs, fields),
    clear: (after?: object | null) => setFields(typedOf(defs, after)),
  };
}
