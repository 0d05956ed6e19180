import { describe, expect, test } from "vitest";
import openapi from "@/api/openapi.json?raw";
import type { Options } from "@/api/types";
import { MEASURANDS, READINGS } from "@/check/entry/readings";
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
} from "@/forms/fields";
import { newDraft, ofKind, specOf } from "../draft";
import { familyOf, formOf, type Kind } from "./forms";

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

/** Every place of a schema that takes a value itself: lists are entered at their first member. */
function leaves(schema: Schema | undefined, at: string[] = []): string[] {
  return alternatives(schema).flatMap((one) => {
    if (one.items) {
      const inside = leaves(one.items, [...at, "0"]);
      return inside.length === 1 && inside[0] === [...at, "0"].join(".") ? [at.join(".")] : inside;
    }
    const entries = Object.entries(one.properties ?? {});
    if (entries.length === 0) return one.type === "null" ? [] : [at.join(".")];
    return entries.flatMap(([name, inner]) => leaves(inner, [...at, name]));
  });
}

/** Whether a form has a place: itself, as lines of two columns, or at another member of its list. */
function offers(defs: FieldDef[], place: string): boolean {
  const general = (at: string) => at.replace(/\.\d+(?=\.|$)/g, ".0");
  return defs.some((def) =>
    def.type === "lines"
      ? def.columns.some((column) => general(place) === `${general(def.at)}.0.${column}`)
      : [place, `${place}.0`].map(general).includes(general(def.at)),
  );
}

/** A place with one value only says what the rest is: it is not asked for. */
function isFixed(schema: Schema, place: string): boolean {
  const path = place.split(".");
  return !path.includes("by") && valuesAt(schema, path).length === 1;
}

/** The second half of a tapped element is judged as the first; only a single element has two plates. */
const NOT_ASKED = [
  "second.",
  "member.rating.judged_by",
  "branch.rating.judged_by",
  "first.rating.judged_by",
  "own.", // said once for the shop, in its own lists
];

/** Asked beside every display that they belong to. */
const HOW_TAKEN = ["lead_zero", "leads_nulled", "range_top", "connection", "settled", "answers"];

/** Said in another way than by a box of its own. */
const ELSEWHERE = {
  pair: "among today's, for a sensor of three wires",
  volts: "one for each pair of terminals",
  "valves.0.driven": "“stays” in the place of its seconds",
  "points.0.source": "a limit of its own, after ±",
};

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

  test.each(KINDS)("everything that %s can say is on its form", (kind) => {
    const defs = everyField(kind);
    const schema = schemaOf("kind", kind);
    const missing = [...new Set(leaves(schema))].filter(
      (place) =>
        !offers(defs, place) &&
        !isFixed(schema, place) &&
        !NOT_ASKED.some((name) => place.startsWith(name)),
    );
    expect(missing).toEqual([]);
  });

  test.each(KINDS)("every value of a list of %s can be chosen", (kind) => {
    const schema = schemaOf("kind", kind);
    for (const def of everyField(kind)) {
      if (def.type !== "choice" || def.at.startsWith("~") || !Array.isArray(def.items)) continue;
      const offered = def.items.map((one) => one.value);
      const values = valuesAt(schema, def.at.split("."));
      expect(
        values.filter((one) => !offered.includes(one)),
        `${kind}: ${def.at}`,
      ).toEqual([]);
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

  test.each([...new Set(KINDS.flatMap((kind) => MEASURANDS[kind]))].sort())(
    "everything that a reading of %s can say is asked for",
    (measurand) => {
      const def = READINGS[measurand];
      const schema = schemaOf("measurand", measurand);
      const general = (at: string) => at.replace(/\.\d+(?=\.|$)/g, ".0");
      const asked = [
        ...(def.boxes ?? []).map((box) => box.at),
        ...(def.extras ?? []).map((one) => one.at),
        ...(def.perRow?.("row", 0) ?? []).map((box) => box.at),
        ...(def.rowChoice ? [def.rowChoice("row", 0).at] : []),
        ...(def.series ? [def.series.at] : []),
        ...[...(def.series?.columns ?? []), def.series?.limit].map(
          (column) => `${def.series?.at}.0.${column}`,
        ),
      ].map(general);
      const missing = [...new Set(leaves(schema))].filter(
        (place) =>
          !asked.includes(general(place)) &&
          !asked.includes(`${general(place)}.0`) &&
          !isFixed(schema, place) &&
          !HOW_TAKEN.includes(place) &&
          !(place in ELSEWHERE),
      );
      expect(missing).toEqual([]);
    },
  );

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
  test("each kind belongs to one family", () => {
    for (const kind of KINDS) expect(familyOf(kind).kinds.map((one) => one.kind)).toContain(kind);
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
    expect(rows("0.0 12.1 k ±0.3\n25 5k +-1", ["t", "r"], { limit: "limit" })).toEqual([
      { t: "0.0", r: "12.1 k", limit: "0.3" },
      { t: "25", r: "5k", limit: "1" },
    ]);
    expect(rows("min; A\n0; 9.5", ["t", "r"])).toEqual([{ t: "0", r: "9.5" }]);
    expect(rows("holds stays\nholds 5", ["t", "r"], { words: true })).toHaveLength(2);
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
