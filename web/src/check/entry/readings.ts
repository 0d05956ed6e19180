import type { Expectation, Measurand } from "@/api/types";
import { ANY_OHMS, DECLARED, type Kind, TESTS, type Test } from "@/check/families.gen";
import type { FieldDef, ListDef } from "@/forms/fields";

export type Box = {
  at: string;
  label: string;
  unit: string;
  optional?: boolean;
  /** Where a row has several boxes: the row's name, and what this one is called in it. */
  in_row?: { row: string; name: string };
  /** Return passes it over: few people give it. */
  aside?: boolean;
};

/** A list of figures in the order they came, typed into one field. */
export type Series = {
  at: string;
  label: string;
  hint: string;
  columns?: [string, string];
  /** What stands after a ± at the end of a line. */
  limit?: string;
  /** A word may stand first in a line. */
  words?: boolean;
};

/** What a test is called, where it belongs and how it is typed in, as the core declares it. */
export type DeclaredTest = {
  title: string;
  boxes?: Box[];
  /** The boxes of each row of the expectation, “{row}” its name and “{place}” its number. */
  per_row?: Box[];
  /** A choice for each row, beside its box. */
  row_choice?: ListDef;
  series?: Series;
  extras?: FieldDef[];
  dead_or_live: "dead" | "live" | "either";
  role: string;
  side: boolean;
  /** Ohms: how the leads, the range and the connection were. */
  ohms: boolean;
  /** Isolated or in circuit matters. */
  connected: boolean;
  settled: boolean;
  /** It may ask something that is answered by its code. */
  asks: boolean;
  /** Where the probes go; a part may have a drawing of its own. */
  probes: Expectation["probes"];
};

export type ReadingDef = DeclaredTest & {
  perRow?: (row: string, place: number) => Box[];
  rowChoice?: (row: string, place: number) => ListDef;
};

/** A declaration for one row: its name and its number put in where they are left open. */
function inRow<T>(declared: T, row: string, place: number): T {
  if (typeof declared === "string") {
    return declared.replaceAll("{place}", String(place)).replaceAll("{row}", () => row) as T;
  }
  if (Array.isArray(declared)) return declared.map((one) => inRow(one, row, place)) as T;
  if (declared === null || typeof declared !== "object") return declared;
  const entries = Object.entries(declared).map(([key, one]) => [key, inRow(one, row, place)]);
  return Object.fromEntries(entries) as T;
}

function readingOf({ per_row, row_choice, ...test }: DeclaredTest): ReadingDef {
  return {
    ...test,
    ...(per_row && { perRow: (row, place) => inRow(per_row, row, place) }),
    ...(row_choice && { rowChoice: (row, place) => inRow(row_choice, row, place) }),
  };
}

export const READINGS = Object.fromEntries(
  Object.entries(DECLARED).map(([name, test]) => [name, readingOf(test)]),
) as Record<Measurand, ReadingDef>;

/** What can be measured on each kind of part, in working order. */
export const MEASURANDS: Record<Kind, [Test, ...Test[]]> = TESTS;

/** Tests that any part takes which is judged by a single reading in ohms. */
export const BESIDE: readonly Measurand[] = ANY_OHMS;

/** The boxes of a test: its own, or one for each row of what is expected. */
export function boxesOf(measurand: Measurand, expectation: Expectation | undefined): Box[] {
  const { boxes = [], perRow } = READINGS[measurand];
  return perRow
    ? (expectation?.rows ?? []).flatMap((row, place) => perRow(row.label, place))
    : boxes;
}
