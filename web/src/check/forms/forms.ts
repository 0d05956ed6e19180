import { FORMS, GROUPS, KINDS, type Kind } from "@/check/families.gen";
import { type FieldDef, type Fields, standing } from "@/forms/fields";

export type { Kind };

/** The form of a kind; where one choice says which set of fields it has, those of what was chosen. */
export function formOf(kind: Kind, fields: Fields): FieldDef[] {
  const form = FORMS[kind];
  const heads = form.filter((def) => def.at.startsWith("~") && def.type === "choice");
  return form.filter((def) =>
    heads.every((head) => def.when?.[head.at]?.includes(standing(head, fields)) ?? true),
  );
}

type Built = {
  kind: Kind;
  label: string;
  /** What people call it besides, for whoever looks for it. */
  also: string;
};
type Family = { name: string; label: string; kinds: Built[] };

const ALL = Object.entries(KINDS) as [Kind, (typeof KINDS)[Kind]][];

/** Families as they stand on the screen, one tap each; kinds of one family in a list. */
export const FAMILIES: Family[] = Object.entries(GROUPS).map(([name, label]) => ({
  name,
  label,
  kinds: ALL.filter(([, one]) => one.group === name).map(([kind, one]) => ({ kind, ...one })),
}));

export function familyOf(kind: Kind): Family {
  const found = FAMILIES.find((family) => family.kinds.some((one) => one.kind === kind));
  if (!found) throw new RangeError(`no family has ${kind}`);
  return found;
}
