import { describe, expect, test } from "vitest";
import type { Expectation } from "@/api/types";
import type { Fields } from "@/forms/fields";
import {
  afterKeeping,
  conditionsOf,
  type Draft,
  entryOf,
  newDraft,
  nextPart,
  ofKind,
  readingOf,
  settledInRoom,
  specOf,
} from "./draft";
import { MEASURANDS, READINGS } from "./entry/readings";
import { FAMILIES, type Kind } from "./forms/forms";

const KINDS = Object.keys(MEASURANDS) as Kind[];
const PLATE = { "rating.pairs.0.power": "2200", "rating.pairs.0.voltage": "230" };

function of(kind: Kind, fields: Fields): Draft {
  return { ...ofKind(newDraft(), kind), specs: { [kind]: fields } };
}

function typed(draft: Draft, fields: Fields): Draft {
  const entry = { ...entryOf(draft), fields };
  return { ...draft, entries: { [draft.measurand]: entry } };
}

describe("specOf", () => {
  test("nothing given is no spec, for every kind that needs a figure", () => {
    // For these, what they start with is a spec.
    const whole: Kind[] = [
      "contact",
      "supply",
      "thermocouple",
      "ignition_sequence",
      "solenoid_valve",
      "unknown_part",
    ];
    for (const kind of KINDS) {
      expect(specOf(of(kind, {})) === null, kind).toBe(!whole.includes(kind));
    }
  });

  test("half a plate is sent as it is, for the server to say what is missing", () => {
    const spec = specOf(of("heating_element", { "rating.pairs.0.power": "2200" }));
    expect(spec).toMatchObject({
      rating: { by: "plate", pairs: [{ power: "2200", voltage: "" }] },
    });
  });

  test("a second pair counts only while the plate is dual, and half of one is sent", () => {
    const second = { ...PLATE, "rating.pairs.1.power": "1800" };
    const pairs = (fields: Fields) => {
      const spec = specOf(of("heating_element", fields));
      return spec?.kind === "heating_element" && spec.rating.by === "plate"
        ? spec.rating.pairs
        : [];
    };
    expect(pairs({ ...second, "~dual": true })).toHaveLength(2);
    expect(pairs({ ...second, "~dual": true })[1]).toMatchObject({ voltage: "" });
    expect(pairs(second)).toHaveLength(1);
    expect(pairs({ ...PLATE, "~dual": true })).toHaveLength(1);
  });

  test("an alloy is a name, or an own ratio, or neither", () => {
    const spec = (alloy: string) =>
      specOf(of("heating_element", { ...PLATE, alloy, hot_cold_ratio: "1.05" }));
    expect(spec("none")).not.toHaveProperty("alloy");
    expect(spec("fecral")).toMatchObject({ alloy: "fecral" });
    expect(spec("fecral")).not.toHaveProperty("hot_cold_ratio");
    expect(spec("own_ratio")).toMatchObject({ hot_cold_ratio: "1.05" });
  });

  test("a nested member, a list of windings, a chart by lines", () => {
    expect(
      specOf(of("element_bank", { members: "6", "member.rating.pairs.0.power": "1000" })),
    ).toMatchObject({ members: "6", member: { rating: { pairs: [{ power: "1000" }] } } });
    expect(
      specOf(of("winding_set", { "windings.0.resistance": "0.8", "windings.1.resistance": "9k" })),
    ).toMatchObject({
      windings: [
        { name: "primary", resistance: "0.8" },
        { name: "secondary", resistance: "9k" },
      ],
    });
    expect(specOf(of("sender", { points: "0 10\n50; 90\n\n100\t180" }))).toMatchObject({
      points: [{ amount: "0", ohms: "10" }, { ohms: "90" }, { ohms: "180" }],
    });
  });

  test("both halves of a tapped element are judged by the one tolerance that was asked for", () => {
    const spec = specOf(
      of("tapped_element", {
        "first.rating.pairs.0.power": "700",
        "second.rating.pairs.0.power": "1400",
        "first.tolerance.school": "percent_of_resistance",
        "first.tolerance.percent": "5",
      }),
    );
    const judged = { tolerance: { school: "percent_of_resistance", percent: "5" } };
    expect(spec).toMatchObject({ first: judged, second: judged });
  });
});

describe("readingOf", () => {
  const winding = of("winding", { resistance: "118" });

  test("nothing until its display is typed; then how it was taken", () => {
    expect(readingOf(winding, undefined)).toBeNull();
    expect(readingOf(typed(winding, { display: "118.2" }), undefined)).toMatchObject({
      measurand: "winding_resistance",
      display: "118.2",
      connection: null,
      settled: true,
    });
  });

  test("every display that is needed must be there, optional ones may be missing", () => {
    const pair = { ...of("contact", {}), measurand: "contact_volts" as const };
    expect(readingOf(typed(pair, { load: "230" }), undefined)).toBeNull();
    expect(readingOf(typed(pair, { across: "0.1" }), undefined)).toMatchObject({
      across: "0.1",
      should_be: "closed",
    });
  });

  test("a series is split at blanks, or line by line", () => {
    const siblings = { ...winding, measurand: "siblings" as const };
    expect(readingOf(typed(siblings, { displays: "118.2 118.9;\nOL" }), undefined)).toMatchObject({
      displays: ["118.2", "118.9", "OL"],
    });
    const points = {
      ...of("temperature_sensor", { "sensor.r25": "5k" }),
      measurand: "sensor_points" as const,
    };
    expect(readingOf(typed(points, { points: "0.0 16.3k\n25 5.01 k" }), undefined)).toMatchObject({
      points: [
        { celsius: "0.0", display: "16.3k" },
        { celsius: "25", display: "5.01 k" },
      ],
    });
  });

  test("a supply's boxes are the pairs that are expected", () => {
    const expectation = { rows: [{ label: "L–N" }, { label: "L–PE" }] } as Expectation;
    const supply = of("supply", {});
    expect(readingOf(typed(supply, { "volts.L–N": "231" }), expectation)).toMatchObject({
      volts: { "L–N": "231" },
    });
  });

  test("a sequence is sent as far as something was seen", () => {
    const expectation = { rows: [{ label: "a" }, { label: "b" }, { label: "c" }] } as Expectation;
    const sequence = of("ignition_sequence", {});
    const read = readingOf(typed(sequence, { "stages.1.voltage": "24.1" }), expectation);
    expect(read).toMatchObject({
      stages: [{ voltage: "" }, { voltage: "24.1", acted: "not_seen" }],
    });
  });

  test("a stage whose volts were cleared is not in the sequence", () => {
    const spec = specOf(of("ignition_sequence", { "stages.5.voltage": "" }));
    expect(spec).toMatchObject({ stages: [{}, {}, {}, {}, { name: "flame proved" }] });
    expect((spec as unknown as { stages: unknown[] }).stages).toHaveLength(5);
  });

  test("how soon a stage acted is sent with it", () => {
    const expectation = { rows: [{ label: "a" }, { label: "b" }] } as Expectation;
    const draft = typed(of("ignition_sequence", {}), { "stages.1.after": "4" });
    expect(readingOf(draft, expectation)).toMatchObject({
      stages: [{ after: null }, { after: "4" }],
    });
  });

  test("what the like-coloured pair reads takes the lead zero's place", () => {
    const three = { "sensor.type": "platinum", "sensor.wires": "3" };
    const sensor = { ...of("temperature_sensor", three), leadZero: "0.2", pair: "0.4" };
    const read = (draft: Draft) => readingOf(typed(draft, { display: "108.3" }), undefined);
    expect(read(sensor)).toMatchObject({ pair: "0.4", lead_zero: null });
    expect(read({ ...sensor, pair: "" })).toMatchObject({ lead_zero: "0.2" });
    expect(read({ ...sensor, specs: { temperature_sensor: {} } })).not.toHaveProperty("pair");
  });

  test("every test of every kind can be typed", () => {
    for (const kind of KINDS) {
      for (const measurand of MEASURANDS[kind]) {
        const def = READINGS[measurand];
        expect(
          Boolean(def.boxes?.length || def.perRow || def.series || def.extras),
          measurand,
        ).toBe(true);
      }
    }
  });
});

describe("what stays and what goes", () => {
  test("a new part keeps the bench and the kind", () => {
    const bench = { leadZero: "0.2", room: "19.5", partTemperature: "180" };
    const draft = { ...of("winding", { resistance: "118" }), ...bench, label: "valve" };
    const next = nextPart({ ...draft, kept: ["a"] });
    expect(next).toMatchObject({ leadZero: "0.2", kind: "winding", label: "", kept: [] });
    expect(next).toMatchObject({ room: "19.5", partTemperature: "", temperatureSource: "guessed" });
    expect(settledInRoom(next)).toMatchObject({
      partTemperature: "19.5",
      temperatureSource: "air_settled",
    });
    expect(specOf(next)).toBeNull();
    expect(next.id).not.toBe(draft.id);
  });

  test("after keeping the entry is empty, the way it was taken stays, the check is remembered", () => {
    const draft = typed(of("winding", { resistance: "118" }), { display: "118" });
    const entry = { ...entryOf(draft), connection: "in_circuit" as const };
    const after = afterKeeping({ ...draft, entries: { winding_resistance: entry } });
    expect(entryOf(after)).toMatchObject({ fields: {}, connection: "in_circuit" });
    expect(after.kept).toEqual([draft.id]);
  });

  test("every kind belongs to one family", () => {
    expect(FAMILIES.flatMap((one) => one.kinds)).toHaveLength(KINDS.length);
  });

  test("conditions of another kind are not sent", () => {
    const draft = { ...newDraft(), coldJunction: "21", standsAt: "50" };
    expect(conditionsOf(draft)).toMatchObject({ cold_junction: null, stands_at: null });
    expect(conditionsOf(ofKind(draft, "thermocouple"))).toMatchObject({ cold_junction: "21" });
  });
});
