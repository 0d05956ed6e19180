import { describe, expect, test } from "vitest";
import type { KeptCheck } from "@/api/types";
import { submitted, withUnit } from "./submitted";

type Submission = KeptCheck["submission"];

function kept(part: {
  spec: object;
  reading: object;
  dead_or_live?: object;
  conditions?: object;
  rows?: string[];
}): KeptCheck {
  const conditions = { temperature_source: "ice_bath", meter: { name: "Bench meter" } };
  return {
    submission: {
      label: "",
      rule: "simple",
      spec: part.spec,
      reading: part.reading,
      dead_or_live: part.dead_or_live ?? { state: "loose_part" },
      conditions: { ...conditions, ...part.conditions },
    } as unknown as Submission,
    judgement: { rows: (part.rows ?? []).map((label) => ({ label })) },
  } as unknown as KeptCheck;
}

const OHMS = { lead_zero: "0.2", leads_nulled: false, connection: "isolated", range_top: null };

function terms(check: KeptCheck): Record<string, string> {
  return Object.fromEntries(submitted(check));
}

describe("submitted", () => {
  test("a single reading, by the labels it was typed under", () => {
    const told = terms(
      kept({
        spec: {
          kind: "heating_element",
          rating: { by: "plate", pairs: [{ power: "2200", voltage: "230 V" }], judged_by: "first" },
          tolerance: { school: "percent_of_resistance", percent: "10" },
          alloy: null,
        },
        reading: { measurand: "between_terminals", display: "24.6", ...OHMS },
        conditions: { part_temperature: "20" },
      }),
    );
    expect(told).toMatchObject({
      "Rated power": "2200 W",
      at: "230 V",
      School: "percent of resistance",
      "±": "10 %",
      Display: "24.6",
      "Lead zero": "0.2",
      Connection: "isolated",
      Range: "auto",
      "Dead or live": "loose part on the bench",
      Meter: "Bench meter",
      "Part is at": "20 °C, ice bath",
    });
    expect(told).not.toHaveProperty("Alloy");
  });

  test("a nested member, and a set of windings by its own names", () => {
    const bank = terms(
      kept({
        spec: {
          kind: "element_bank",
          members: 6,
          member: { rating: { pairs: [{ power: "1000" }] } },
        },
        reading: { measurand: "bank_resistance", display: "10.6", ...OHMS, leads_nulled: true },
      }),
    );
    expect(bank).toMatchObject({ Members: "6", Each: "1000 W", "Lead zero": "off by REL" });
    const speeds = terms(
      kept({
        spec: {
          kind: "winding_set",
          windings: [
            { name: "low speed", resistance: "12" },
            { name: "high speed", resistance: "9" },
          ],
        },
        reading: { measurand: "set_resistances", displays: ["12.1", "9.0"], ...OHMS },
        rows: ["low speed", "high speed"],
      }),
    );
    expect(speeds).toMatchObject({ "Low speed": "12 Ω", "low speed": "12.1", "high speed": "9.0" });
  });

  test("pairs of a supply, a series, a chart", () => {
    const supply = terms(
      kept({
        spec: { kind: "supply", system: "single_phase_230" },
        reading: { measurand: "supply_volts", volts: { "L–N": "231", "L–PE": "230" } },
        dead_or_live: { state: "live", since: "2026-11-23T09:30:00Z" },
        rows: ["L–N", "L–PE", "N–PE"],
      }),
    );
    expect(supply).toMatchObject({ "L–N": "231", "L–PE": "230" });
    expect(supply).not.toHaveProperty("N–PE");
    expect(supply["Dead or live"]).toContain("live since");
    const row = terms(
      kept({
        spec: { kind: "winding", resistance: "118" },
        reading: { measurand: "siblings", displays: ["118.2", "OL"], ...OHMS },
      }),
    );
    expect(row["Displays in order"]).toBe("118.2  OL");
    const sender = terms(
      kept({
        spec: {
          kind: "sender",
          points: [
            { amount: "0", ohms: "10" },
            { amount: "9", ohms: "90" },
          ],
        },
        reading: { measurand: "sender_resistance", display: "45", ...OHMS },
        conditions: { stands_at: "5", supply: "12", cold_junction: "21" },
      }),
    );
    expect(sender).toMatchObject({
      Chart: "2 points",
      "Stands at": "5",
      Supply: "12 V",
      "Terminals at": "21 °C",
    });
  });

  test("who proved it dead, and on which range", () => {
    const told = terms(
      kept({
        spec: { kind: "resistive_part", resistance: "4k7" },
        reading: {
          measurand: "part_resistance",
          display: "4.7k",
          ...OHMS,
          lead_zero: null,
          connection: "in_circuit",
          range_top: 6000,
        },
        dead_or_live: { state: "proved_dead", by: "Ilse", at: "2026-11-23T09:30:00Z" },
      }),
    );
    expect(told["Dead or live"]).toContain("proved dead by Ilse at");
    expect(told).toMatchObject({
      Ohms: "4k7 Ω",
      "Lead zero": "not given",
      Connection: "in circuit",
      Range: "up to 6000 Ω",
    });
  });
});

describe("withUnit", () => {
  test.each([
    ["118", "Ω", "118 Ω"],
    ["4.7k", "Ω", "4.7kΩ"],
    ["5 k", "Ω", "5 kΩ"],
    ["230 V", "V", "230 V"],
    ["20 °C", "°C", "20 °C"],
    ["10 %", "%", "10 %"],
  ])("%s in %s", (text, unit, whole) => {
    expect(withUnit(text, unit)).toBe(whole);
  });
});
