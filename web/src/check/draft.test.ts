import { describe, expect, test } from "vitest";
import {
  afterKeeping,
  conditionsOf,
  type Draft,
  MEASURANDS,
  newDraft,
  nextPart,
  ofKind,
  readingOf,
  specOf,
} from "./draft";

function typed(part: Partial<Draft>, display = ""): Draft {
  const draft = { ...newDraft(), ...part };
  const entry = { ...draft.entries[draft.measurand], display };
  return { ...draft, entries: { ...draft.entries, [draft.measurand]: entry } };
}

describe("specOf", () => {
  test("nothing given is no spec, for every kind", () => {
    // A contact needs no figure of its own: the shop's limit holds.
    const kinds = (Object.keys(MEASURANDS) as Draft["kind"][]).filter((kind) => kind !== "contact");
    for (const kind of kinds) {
      const draft = ofKind({ ...newDraft(), r0: "" }, kind);
      expect(specOf(draft), kind).toBeNull();
    }
  });

  test("half a plate is sent as it is, for the server to say what is missing", () => {
    expect(specOf(typed({ power: "2200" }))).toMatchObject({
      rating: { by: "plate", pairs: [{ power: "2200", voltage: "" }], judged_by: "first" },
    });
  });

  test("a second pair counts only while the plate is dual", () => {
    const second = { power: "2200", voltage: "230", power2: "1800", voltage2: "208" };
    const pairs = (draft: Draft) => {
      const spec = specOf(draft);
      return spec?.kind === "heating_element" && spec.rating.by === "plate"
        ? spec.rating.pairs.length
        : 0;
    };
    expect(pairs(typed({ ...second, dual: true }))).toBe(2);
    expect(pairs(typed({ ...second, dual: false }))).toBe(1);
  });

  test("an alloy is a name, or an own ratio, or neither", () => {
    const plate = { power: "2200", voltage: "230" };
    const spec = (alloy: string) => specOf(typed({ ...plate, alloy, ratio: "1.05" }));
    expect(spec("none")).toMatchObject({ alloy: null, hot_cold_ratio: null });
    expect(spec("fecral")).toMatchObject({ alloy: "fecral", hot_cold_ratio: null });
    expect(spec("own_ratio")).toMatchObject({ alloy: null, hot_cold_ratio: "1.05" });
  });

  test("each kind is sent as its own spec", () => {
    const given = {
      windingOhms: "118",
      r25: "5k",
      beta: "3470",
      usualLower: "45",
      usualUpper: "85",
      length: "0.42",
      perMetre: "7.1k",
      cap: "5k",
      plainOhms: "4k7",
    };
    const spec = (kind: Draft["kind"]) => specOf(ofKind(typed(given), kind));
    expect(spec("winding")).toMatchObject({ resistance: "118", metal: "copper", baseline: null });
    expect(spec("temperature_sensor")).toMatchObject({ sensor: { type: "ntc_beta", r25: "5k" } });
    expect(spec("igniter")).toMatchObject({ usual_upper: "85", lenient_upper: null });
    expect(spec("high_tension_lead")).toMatchObject({ length: "0.42", caps: ["5k"] });
    expect(spec("resistive_part")).toMatchObject({ resistance: "4k7" });
  });

  test("a winding never has the appliance's tolerance", () => {
    expect(specOf(ofKind(typed({ windingOhms: "118" }), "winding"))).toMatchObject({
      tolerance: { school: "percent_of_resistance", percent: "10" },
    });
  });
});

describe("readingOf", () => {
  test("an empty display is no reading; what is typed is sent as typed", () => {
    expect(readingOf(typed({}))).toBeNull();
    expect(readingOf(typed({ leadZero: " " }, "24,60 Ω"))).toMatchObject({
      measurand: "between_terminals",
      display: "24,60 Ω",
      lead_zero: null,
      range_top: null,
    });
  });

  test("a running pair needs both figures", () => {
    const draft = typed({ measurand: "running" }, "9.2");
    expect(readingOf(draft)).toBeNull();
    const running = { ...draft.entries.running, voltage: "221.5" };
    const both = { ...draft, entries: { ...draft.entries, running } };
    expect(readingOf(both)).toMatchObject({ voltage: "221.5", current: "9.2" });
  });

  test("whether it is settled goes with windings and igniters only", () => {
    const settled = (kind: Draft["kind"]) =>
      readingOf(typed({ ...ofKind(newDraft(), kind), settled: false }, "100"));
    expect(settled("winding")).toMatchObject({ settled: false });
    expect(settled("igniter")).toMatchObject({ settled: false });
    expect(settled("resistive_part")).not.toHaveProperty("settled");
  });
});

test("the unknown meter is null, a meter of the shop its number", () => {
  expect(conditionsOf(typed({})).meter).toBeNull();
  expect(conditionsOf(typed({ meter: "2", partTemperature: " 18 " }))).toMatchObject({
    meter: 2,
    part_temperature: " 18 ",
  });
});

test("a new part keeps the bench and the kind, and forgets the part", () => {
  const before = typed({ kind: "winding", meter: "2", leadZero: "0.2", windingOhms: "118" }, "112");
  const after = nextPart(before);
  expect(after).toMatchObject({
    kind: "winding",
    measurand: "winding_resistance",
    meter: "2",
    leadZero: "0.2",
    windingOhms: "",
  });
  expect(after.id).not.toBe(before.id);
});

test("after keeping, the entry is empty, its connection stays, and the next check has a new name", () => {
  const before = typed({ power: "2200" }, "24.6");
  const inCircuit = { ...before.entries.between_terminals, connection: "in_circuit" as const };
  const after = afterKeeping({
    ...before,
    entries: { ...before.entries, between_terminals: inCircuit },
  });
  expect(after.entries.between_terminals).toMatchObject({ display: "", connection: "in_circuit" });
  expect(after.power).toBe("2200");
  expect(after.id).not.toBe(before.id);
});
