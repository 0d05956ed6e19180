import { describe, expect, test } from "vitest";
import openapi from "@/api/openapi.json?raw";
import type { Options } from "@/api/types";
import { newDraft, ofKind, specOf } from "../draft";
import { MEASURANDS, READINGS } from "../readings";
import {
  built,
  choice,
  type FieldDef,
  type Fields,
  filled,
  is,
  isBlank,
  put,
  rows,
  text,
  visible,
} from "./fields";
import { FAMILIES, familyOf, formOf, type Kind } from "./forms";

type Schema = {
  $ref?: string;
  type?: string;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  prefixItems?: Schema[];
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  const?: string;
  enum?: string[];
  additionalProperties?: Schema | boolean;
};

const API = JSON.parse(openapi) as {
  components: { schemas: Record<string, Schema> };
};
const SCHEMAS = API.components.schemas;
const KINDS = Object.keys(MEASURANDS) as Kind[];

/** Every alternative that a schema allows, with references followed. */
function alternatives(schema: Schema | undefined): Schema[] {
  if (!schema) return [];
  if (schema.$ref) return alternatives(SCHEMAS[schema.$ref.split("/").at(-1) ?? ""]);
  const parts = [...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])];
  return parts.length > 0 ? parts.flatMap(alternatives) : [schema];
}

/** Whether a dotted place exists in one of the alternatives of a schema. */
function has(schema: Schema | undefined, path: string[]): boolean {
  const [head, ...rest] = path;
  if (head === undefined) return true;
  return alternatives(schema).some((one) => {
    if (/^\d+$/.test(head)) return one.items !== undefined && has(one.items, rest);
    const found = one.properties?.[head];
    return found !== undefined && has(found, rest);
  });
}

/** The schema of a spec or a reading by the literal that tells it apart. */
function schemaOf(field: "kind" | "measurand", value: string): Schema {
  const found = Object.values(SCHEMAS).find((one) => one.properties?.[field]?.const === value);
  if (!found) throw new Error(`the API has no ${field} ${value}`);
  return found;
}

/** All fields a form can ever show: with every choice taken once. */
function everyField(kind: Kind): FieldDef[] {
  const sets = ["ignition", "speeds", "phases"].map((set) => ({ "~set": set }));
  const all = sets.flatMap((fields) => formOf(kind, fields));
  return [...new Map(all.map((def) => [def.at, def])).values()];
}

describe("forms and the API agree", () => {
  test.each(KINDS)("every field of %s has its place in the API", (kind) => {
    const schema = schemaOf("kind", kind);
    for (const def of everyField(kind)) {
      if (def.at.startsWith("~")) continue;
      expect(has(schema, def.at.split(".")), `${kind}: ${def.at}`).toBe(true);
      if (def.type === "lines") {
        for (const column of def.columns) {
          expect(has(schema, [...def.at.split("."), "0", column]), column).toBe(true);
        }
      }
    }
  });

  test.each(KINDS)("every choice of %s is one that the API takes", (kind) => {
    const schema = schemaOf("kind", kind);
    for (const def of everyField(kind)) {
      if (def.type !== "choice" || def.at.startsWith("~") || !Array.isArray(def.items)) continue;
      const allowed = valuesAt(schema, def.at.split("."));
      if (allowed.length === 0) continue;
      for (const { value } of def.items) {
        if (def.unsent?.includes(value)) continue;
        expect(allowed, `${kind}: ${def.at}`).toContain(value);
      }
    }
  });

  test.each(KINDS)("every test of %s has its displays in the API", (kind) => {
    for (const measurand of MEASURANDS[kind]) {
      const schema = schemaOf("measurand", measurand);
      const def = READINGS[measurand];
      for (const box of def.boxes ?? []) {
        expect(has(schema, box.at.split(".")), `${measurand}: ${box.at}`).toBe(true);
      }
      for (const extra of def.extras ?? []) {
        expect(has(schema, [extra.at]), `${measurand}: ${extra.at}`).toBe(true);
      }
      if (def.series) {
        expect(has(schema, [def.series.at]), `${measurand}: ${def.series.at}`).toBe(true);
        for (const column of def.series.columns ?? []) {
          expect(has(schema, [def.series.at, "0", column]), column).toBe(true);
        }
      }
      if (def.ohms) {
        for (const name of ["lead_zero", "leads_nulled", "range_top", "connection", "answers"]) {
          expect(has(schema, [name]), `${measurand}: ${name}`).toBe(true);
        }
      }
      if (def.settled) {
        // A spark igniter shares its windings' test with sets of windings.
        expect(has(schema, ["settled"]), measurand).toBe(true);
      }
    }
  });

  test("every box that the API requires is asked for", () => {
    for (const kind of KINDS) {
      for (const measurand of MEASURANDS[kind]) {
        const def = READINGS[measurand];
        const asked = new Set(
          [
            ...(def.boxes ?? []).map((box) => box.at),
            def.series?.at,
            ...(def.extras ?? []).map((one) => one.at),
          ]
            .filter((at) => at !== undefined)
            .map((at) => at.split(".")[0]),
        );
        for (const { at } of def.perRow?.("L–N", 0) ?? []) asked.add(at.split(".")[0]);
        for (const name of schemaOf("measurand", measurand).required ?? []) {
          expect([...asked, "measurand"], `${measurand}: ${name}`).toContain(name);
        }
      }
    }
  });
});

function valuesAt(schema: Schema, path: string[]): string[] {
  const [head, ...rest] = path;
  if (head === undefined) {
    return alternatives(schema).flatMap((one) => one.enum ?? (one.const ? [one.const] : []));
  }
  return alternatives(schema).flatMap((one) => {
    const next = /^\d+$/.test(head) ? one.items : one.properties?.[head];
    return next ? valuesAt(next, rest) : [];
  });
}

describe("families", () => {
  test("each kind belongs to one family, and each family has a key of its own", () => {
    for (const kind of KINDS) expect(familyOf(kind).kinds.map((one) => one.kind)).toContain(kind);
    const keys = FAMILIES.map((one) => one.key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(() => familyOf("spoon" as Kind)).toThrow("no family has spoon");
  });

  test("labels on one form tell its fields apart, as far as they are asked at once", () => {
    const twice = new Set(["at", "±", "to", "or", "Given", "by"]);
    for (const kind of KINDS) {
      const shown = visible(formOf(kind, {}), {}).filter((def) => def.label);
      const labels = shown.map((def) => def.label).filter((label) => !twice.has(label));
      expect(new Set(labels).size, `${kind}: ${labels.join(", ")}`).toBe(labels.length);
    }
  });
});

describe("building what is sent", () => {
  const form: FieldDef[] = [
    choice("school", "School", [{ value: "a", label: "a" }], "a"),
    text("deep.list.0.power", "Power", "W", { needed: true }),
    text("deep.list.1.power", "or", "W", { when: is("~two", "true") }),
    text("limit", "Limit", "K", { when: is("school", "b"), needed: true }),
    text("note", "Note"),
    { type: "tick", at: "on", label: "on" },
    { type: "tick", at: "~two", label: "two" },
  ];

  test("defaults are sent, hidden and empty fields are not, what is needed is sent empty", () => {
    expect(built(form, {})).toEqual({ school: "a", deep: { list: [{ power: "" }] }, on: false });
  });

  test("a field appears with the choice that it belongs to", () => {
    const fields: Fields = { school: "b", limit: "2", on: true, note: " " };
    expect(built(form, fields)).toMatchObject({ school: "b", limit: "2", on: true });
    expect(built(form, fields)).not.toHaveProperty("note");
    expect(visible(form, fields).map((def) => def.at)).toContain("limit");
  });

  test("what is not sent is known by its mark", () => {
    expect(built(form, { "~two": true })).not.toHaveProperty("~two");
    expect(filled(form, {})["~two"]).toBe(false);
  });

  test("blank is what nothing needed was typed into", () => {
    expect(isBlank(form, {})).toBe(true);
    expect(isBlank(form, { note: "only a note" })).toBe(true);
    expect(isBlank(form, { "deep.list.0.power": "5" })).toBe(false);
    expect(isBlank([text("n", "N", "", { start: "1", needed: true })], {})).toBe(false);
  });

  test("places with numbers make lists, others make objects", () => {
    const target: Record<string, unknown> = {};
    put(target, ["a", "0", "b"], 1);
    put(target, ["a", "1", "b"], 2);
    put(target, ["c", "d"], 3);
    expect(target).toEqual({ a: [{ b: 1 }, { b: 2 }], c: { d: 3 } });
  });

  test("lines are split at blanks, tabs and semicolons; a unit may follow its figure", () => {
    expect(rows("0 10\n 25\t45 k\n50; 90\n\n", ["t", "r"])).toEqual([
      { t: "0", r: "10" },
      { t: "25", r: "45 k" },
      { t: "50", r: "90" },
    ]);
    expect(rows("7", ["t", "r"])).toEqual([{ t: "7", r: "" }]);
  });

  test("lists from the server's options are not needed to build a spec", () => {
    const options: Pick<Options, "supply_systems"> = { supply_systems: [] };
    expect(options.supply_systems).toEqual([]);
    expect(specOf(ofKind(newDraft(), "supply"))).toEqual({
      kind: "supply",
      system: "single_phase_230",
    });
  });
});
