import type { InputHTMLAttributes } from "react";
import type { Options } from "@/api/types";
import type { SelectItem } from "@/ui/selectTrigger";
import { columnsIn } from "./lists";

/** What stands in a form: a text, or a tick, by the place it has in what is sent. */
export type Fields = Record<string, string | boolean>;

/**
 * When a field is asked: each of these fields has one of these values, and something is `given` in one
 * of those.
 */
export type When = { [at: string]: string[] };
/** Choices of the shop's own or of a table of the server, with some of the form's own round them. */
export type Offered = {
  from: "alloys" | "tolerance_schools" | "supply_systems";
  before?: SelectItem[];
  after?: SelectItem[];
  without?: string[];
};

type Choices = SelectItem[] | Offered | ((options: Options) => SelectItem[]);

type Common = {
  /** Dotted place in the spec, as the server's errors name it. With “~” before it, not sent. */
  at: string;
  /** Where its text is kept on the form, if another kind's field has the same place. */
  slot?: string;
  label: string;
  group?: "tolerance";
  when?: When;
  /** What is sent for the text, where that is not the text itself; and its text, of what was sent. */
  sends?: (text: string) => unknown;
  shows?: (value: unknown) => string;
};
type Input = InputHTMLAttributes<HTMLInputElement>;

export type TextDef = Common & {
  type: "text";
  unit?: string;
  hint?: string;
  start?: string;
  /** Sent even while empty, so that the server says what is missing. */
  needed?: boolean | When;
  /** What its input has beside that: how long a text may be, which keys a telephone shows. */
  input?: Pick<
    Input,
    | "maxLength"
    | "inputMode"
    | "type"
    | "autoComplete"
    | "autoCapitalize"
    | "placeholder"
    | "required"
  >;
};
/** Several lines of one text. */
export type AreaDef = Common & {
  type: "area";
  rows: number;
  hint?: string;
  needed?: boolean;
  input: Pick<Input, "maxLength" | "placeholder">;
};
/** A day, sent as 2027-03-03. */
export type DayDef = Common & { type: "day"; start?: string; hint?: string };
/** One of a list, or side by side as tiles. */
export type ListDef = Common & {
  type: "choice" | "tiles";
  start: string;
  hint?: string;
  items: Choices;
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
export type FieldDef = TextDef | AreaDef | DayDef | ListDef | TickDef | LinesDef | NamesDef;

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
  items: ListDef["items"],
  start: string,
  more: Partial<Omit<ListDef, "at" | "label" | "items" | "start">> = {},
): ListDef {
  return { type: "choice", at, label, items, start, ...more };
}

/** Several lines of at most so many characters. */
export function area(
  at: string,
  label: string,
  rows: number,
  maxLength: number,
  more: Partial<Pick<AreaDef, "hint" | "needed" | "when">> & { placeholder?: string } = {},
): AreaDef {
  const { placeholder, ...rest } = more;
  const input = { maxLength, ...(placeholder ? { placeholder } : {}) };
  return { type: "area", at, label, rows, input, ...rest };
}

/** A text of at most so many characters, sent as it stands even while empty. */
export function words(
  at: string,
  label: string,
  maxLength: number,
  { input, ...more }: Partial<Omit<TextDef, "type" | "at" | "label">> = {},
): TextDef {
  return { type: "text", at, label, needed: true, ...more, input: { maxLength, ...input } };
}

/**
 * A figure, typed with a point or a comma. What is none is sent as it stands, and the server says
 * so; nothing is sent as no figure. `times` is what one of the field's unit is in the unit sent.
 */
export function figure(
  at: string,
  label: string,
  unit: string,
  maxLength: number,
  { input, times = 1, ...more }: Partial<Omit<TextDef, "type" | "at">> & { times?: number } = {},
): TextDef {
  return {
    ...text(at, label, unit, more),
    sends: (typed) => numberIn(typed, times),
    shows: (value) => (typeof value === "number" ? String(value / times) : ""),
    input: { maxLength, inputMode: "decimal", ...input },
  };
}

const PLAIN = /^[-+]?(\d+[.,]?\d*|[.,]\d+)$/;
/** A comma before three digits may part thousands: the server says that it is no number. */
const THOUSANDS = /^[-+]?[1-9]\d{0,2},\d{3}$/;

function numberIn(typed: string, times: number): number | string | null {
  const plain = typed.trim().replace("\u2212", "-");
  if (!plain) return null;
  if (!PLAIN.test(plain) || THOUSANDS.test(plain)) return typed;
  return Number(plain.replace(",", ".")) * times;
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

export function is(at: string, ...wanted: string[]): When {
  return { [at]: wanted };
}

function holds({ given, ...is }: When, fields: Fields): boolean {
  const stands = (at: string) => String(fields[at] ?? "");
  return (
    Object.entries(is).every(([at, wanted]) => wanted.includes(stands(at))) &&
    (!given || given.some((at) => stands(at).trim() !== ""))
  );
}

/** The choices of a field: its own, or those that the server offers with the form's round them. */
export function offered(items: Choices, options: Options | undefined): SelectItem[] {
  if (Array.isArray(items)) return items;
  if (typeof items === "function") return options ? items(options) : [];
  const { from, before = [], after = [], without = [] } = items;
  const theirs = (options?.[from] ?? []).filter((one) => !without.includes(one.value));
  return [...before, ...theirs, ...after];
}

/** The fields with what they start with filled in, so that conditions need not know it. */
export function filled(defs: FieldDef[], fields: Fields): Fields {
  const whole: Fields = {};
  for (const def of defs) whole[slotOf(def)] = def.type === "tick" ? false : standing(def, fields);
  return { ...whole, ...fields };
}

export function visible(defs: FieldDef[], fields: Fields): FieldDef[] {
  const whole = filled(defs, fields);
  return defs.filter((def) => !def.when || holds(def.when, whole));
}

export function isNeeded(def: FieldDef, fields: Fields): boolean {
  if (!("needed" in def) || !def.needed) return false;
  return def.needed === true || holds(def.needed, fields);
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
  if (def.type === "choice" || def.type === "tiles") {
    if (def.unsent?.includes(value)) return undefined;
    return def.sends ? def.sends(value) : value;
  }
  if (def.type === "lines") return rows(value, def.columns);
  if (def.type === "names") return namesIn(value);
  if (!value.trim() && !isNeeded(def, fields)) return undefined;
  return def.sends ? def.sends(value) : value;
}

/** The texts of a form for what is there already: every field's at its place. */
export function typedOf(defs: FieldDef[], there: object | null | undefined): Fields {
  const typed: Fields = {};
  if (!there) return typed;
  for (const def of defs) {
    const value = def.at.split(".").reduce<unknown>(within, there);
    if (def.type === "tick") typed[slotOf(def)] = value === true;
    else if (def.shows) typed[slotOf(def)] = def.shows(value);
    else if (value !== null && value !== undefined) typed[slotOf(def)] = String(value);
  }
  return typed;
}

function within(value: unknown, name: string): unknown {
  return (value as Record<string, unknown> | null | undefined)?.[name];
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
