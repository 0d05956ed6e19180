import { describe, expect, test } from "vitest";
import type { Spec } from "@/api/types";
import starter from "../../../../hembit_core/library/starter_library.json";
import { specOf } from "../draft";
import { typedOf } from "./typed";

const SHEETS = import.meta.glob<{ parts: { name: string; spec: Spec }[] }>(
  "../../../../examples/*.json",
  { eager: true, import: "default" },
);
const SPECS: [string, Spec][] = [
  ...Object.values(SHEETS).flatMap((sheet) =>
    sheet.parts.map(({ name, spec }): [string, Spec] => [name, spec]),
  ),
  ...starter.specs.map(({ name, spec }): [string, Spec] => [name, spec as Spec]),
];

/** What is said, without what says nothing. */
function said(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(said);
  if (typeof value === "number") return String(value);
  if (value === null || typeof value !== "object") return value;
  const entries = Object.entries(value).filter(([, one]) => one !== null && one !== false);
  return Object.fromEntries(entries.map(([key, one]) => [key, said(one)]));
}

describe("a spec as if it had been typed", () => {
  test.each(SPECS)("%s is sent as it was said", (_, spec) => {
    const fields = typedOf(spec);
    expect(fields, JSON.stringify(spec)).not.toBeNull();
    const sent = specOf({ kind: spec.kind, specs: { [spec.kind]: fields ?? {} } });
    expect(sent).toMatchObject(said(spec) as object);
  });

  test("what a form has no field for is not cut to fit", () => {
    const windings = ["red", "blue"].map((name) => ({ name, resistance: "4.0" }));
    expect(typedOf({ kind: "winding_set", windings } as unknown as Spec)).toBeNull();
  });
});
