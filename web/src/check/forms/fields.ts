import type { Options } from "@/api/types";
import type { SelectItem } from "@/ui/selectTrigger";
import { columnsIn } from "./lists";

/** What stands in a form: a text, or a tick, by the place it has in what is sent. */
export type Fields = Record<string, string | boolean>;

type Common = {
  /** Dotted place in the spec, as the server's errors name it. With “~” before it, not sent. */
  at: string;
  /** Where its text is kept on the form, if another kind's field has the same place. */
  slot?: string;
  label: string;
  group?: "tolerance";
  when?: (fields: Fields) => boolean;
};

export type TextDef = Common & {
  type: "text";
  unit?: string;
  hint?: string;
  start?: string;
  /** Sent even while empty, so that the server says what is missing. */
  needed?: boolean | ((fields: Fields) => boolean);
};
export type ChoiceDef = Common & {
  type: "choice";
  start: string;
  items: SelectItem[] | ((options: Options) => SelectItem[]);
  /** Choices that stand for “not given”, and are not sent. */
  unsent?: string[];
  /** Its words say what is asked: where they stand side by side, the label is for who cannot see them. */
  obvious?: boolean;
};
export type TickDef = Common & { type: "tick" };
export type LinesDef = Common & {
  type: "lines";
  columns: [string, string];
  hint: string;
  needed?: boolean;
};
/** Several words in one field, commas between. */
export type NamesDef = Common & { type: "names"; start: string };
export type FieldDef = TextDef | ChoiceDef | TickDef | LinesDef | NamesDef;

export function text(
  at: string,
  label: string,
  unit = "",
  more: Partial<Omit<TextDef, "type" | "at" | "label" | "unit">> = {},
): TextDef {
  return { type: "text", at, label, ...(unit ? { unit } : {}), ...more };
}

export function choice(
  at: string,
  label: string,
  items: ChoiceDef["items"],
  start: string,
  more: Partial<Pick<ChoiceDef, "group" | "when" | "unsent" | "obvious">> = {},
): ChoiceDef {
  return { type: "choice", at, label, items, start, ...more };
}

export function items(pairs: Record<string, string>): SelectItem[] {
  return Object.entries(pairs).map(([value, label]) => ({ value, label }));
}

/** Where a field's text is kept on the form. */
export function slotOf(def: FieldDef): string {
  return def.slot ?? def.at;
}

/** What stands in a field now, or what it starts with. */
export function standing(def: FieldDef, fields: Fields): string {
  const given = fields[slotOf(def)];
  if (typeof given === "string") return given;
  return "start" in def && def.start ? def.start : "";
}

export function is(at: string, ...wanted: string[]) {
  return (fields: Fields) => wanted.includes(String(fields[at] ?? ""));
}

/** The fields with what they start with filled in, so that conditions need not know it. */
export function filled(defs: FieldDef[], fields: Fields): Fields {
  const whole: Fields = {};
  for (const def of defs) whole[slotOf(def)] = def.type === "tick" ? false : standing(def, fields);
  return { ...whole, ...fields };
}

export function visible(defs: FieldDef[], fields: Fields): FieldDef[] {
  const whole = filled(defs, fields);
  return defs.filter((def) => !def.when || def.when(whole));
}

export function isNeeded(def: FieldDef, fields: Fields): boolean {
  if (!("needed" in def) || !def.needed) return false;
  return typeof def.needed === "function" ? def.needed(fields) : def.needed;
}

/** Nothing of what is needed, and does not start with a figure of its own, was given yet. */
export function isBlank(defs: FieldDef[], fields: Fields): boolean {
  const whole = filled(defs, fields);
  const asked = visible(defs, fields).filter(
    (def) => isNeeded(def, whole) && !("start" in def && def.start),
  );
  return asked.length > 0 && asked.every((def) => !standing(def, fields).trim());
}

/** What is sent: every visible field at its place; what is optional and empty is left out. */
export function built(defs: FieldDef[], fields: Fields): Record<string, unknown> {
  const whole = filled(defs, fields);
  const sent: Record<string, unknown> = {};
  for (const def of visible(defs, fields)) {
    if (def.at.startsWith("~")) continue;
    const value = sentValue(def, whole);
    if (value !== undefined) put(sent, def.at.split("."), value);
  }
  return sent;
}

function sentValue(def: FieldDef, fields: Fields): unknown {
  if (def.type === "tick") return fields[slotOf(def)] === true;
  const value = standing(def, fields);
  if (def.type === "choice") return def.unsent?.includes(value) ? undefined : value;
  if (def.type === "lines") return rows(value, def.columns);
  if (def.type === "names") return namesIn(value);
  return value.trim() || isNeeded(def, fields) ? value : undefined;
}

function namesIn(value: string): string[] {
  return value
    .split(",")
    .map((one) => one.trim())
    .filter(Boolean);
}

/**
 * Lines of two figures each, blanks, a tab, a comma or a semicolon between; after a ± a `limit` of
 * its own. A first line without a figure is a header, unless `words` may stand first.
 */
export function rows(
  value: string,
  [first, second]: [string, string],
  { limit, words }: { limit?: string | undefined; words?: boolean | undefined } = {},
) {
  const lines = value
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);
  const isHeader = !words && lines.length > 1 && !/\d/.test(lines[0] ?? "");
  return (isHeader ? lines.slice(1) : lines).map((line) => {
    const [figures = "", own] = limit ? line.split(/±|\+-/) : [line];
    const [one, two] = columnsIn(figures);
    const row = { [first]: one, [second]: two };
    return limit && own !== undefined ? { ...row, [limit]: own.trim() } : row;
  });
}

/** Set `value` at a path; a number in it makes a list. */
export function put(target: Record<string, unknown>, path: string[], value: unknown): void {
  const [head = "", ...rest] = path;
  if (rest.length === 0) {
    target[head] = value;
    return;
  }
  target[head] ??= /^\d+$/.test(rest[0] ?? "") ? [] : {};
  put(target[head] as Record<string, unknown>, rest, value);
}
