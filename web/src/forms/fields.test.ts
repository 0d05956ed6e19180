import { describe, expect, test } from "vitest";
import { ENTRY } from "@/library/fields";
import { area, built, choice, type FieldDef, figure, is, typedOf, words } from "./fields";

const DEFS: FieldDef[] = [
  words("name", "Name", 80),
  area("table", "Table", 3, 600, { needed: true }),
  area("note", "Note", 2, 400),
  figure("input", "Input", "MΩ", 12, { times: 1e6 }),
  figure("holds.low", "from", "°C", 8),
  choice("rms", "RMS", [], "", { unsent: [""], sends: (value) => value === "true" }),
  figure("emissivity", "Emissivity", "", 6, { when: is("rms", "true") }),
  { type: "tick", at: "panel", label: "behind a panel" },
  { type: "day", at: "on", label: "On" },
];

describe("what a declared form sends", () => {
  test("nothing typed: what must be said is sent empty, the rest is left out", () => {
    expect(built(DEFS, {})).toEqual({ name: "", table: "", panel: false });
  });

  test.each([
    ["10", 10e6],
    ["0,5", 0.5e6],
    [" 2.5 ", 2.5e6],
    ["−3", -3e6],
    ["ten", "ten"],
    ["1 2", "1 2"],
    ["1,000", "1,000"],
    ["0,125", 0.125e6],
    ["0x10", "0x10"],
    ["1e3", "1e3"],
    ["Infinity", "Infinity"],
  ])("a figure %s is sent as %s: what is none goes as it was typed", (typed, sent) => {
    expect(built(DEFS, { input: typed })).toMatchObject({ input: sent });
  });

  test("a figure of blanks is none", () => {
    expect(built(DEFS, { input: "  " })).not.toHaveProperty("input");
  });

  test("what is not to be seen is not sent", () => {
    const typed = { emissivity: "0.95" };
    expect(built(DEFS, typed)).not.toHaveProperty("emissivity");
    expect(built(DEFS, { ...typed, rms: "true" })).toMatchObject({ rms: true, emissivity: 0.95 });
  });
});

describe("what is there already, typed", () => {
  test("comes back as it was", () => {
    const there = {
      name: "Bench meter",
      table: "Ω 600.0 Ω",
      input: 11.1e6,
      holds: { low: -5 },
      rms: false,
      panel: true,
      on: "2027-03-03",
    };
    expect(built(DEFS, typedOf(DEFS, there))).toEqual(there);
  });

  test("nothing of it, or without its parts, is an empty form", () => {
    expect(typedOf(DEFS, null)).toEqual({});
    const typed = typedOf(DEFS, { name: "", holds: null, input: null });
    expect(built(DEFS, typed)).toEqual({ name: "", table: "", panel: false });
  });
});

describe("where a spec's figures are from", () => {
  test.each([
    { kind: "document", title: "Service sheet", page: "14" },
    { kind: "plate", seen_on: "the oven" },
    { kind: "measured", count: 3, by: "Ilse", temperature: "21 °C" },
    { kind: "said", by: "the maker" },
    { kind: "not_known" },
  ])("$kind is sent with its own fields alone", (source) => {
    expect(built(ENTRY, typedOf(ENTRY, { source })).source).toEqual(source);
  });

  test("a count that is no number goes as it was typed", () => {
    const typed = { "source.kind": "measured", "source.count": "a few", "source.by": "Ilse" };
    const sent = { kind: "measured", count: "a few", by: "Ilse" };
    expect(built(ENTRY, typed).source).toEqual(sent);
  });
});
