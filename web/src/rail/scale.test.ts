import { describe, expect, test } from "vitest";
import type { RailData } from "@/api/types";
import { placeOn, railScale, spread, tickLabel } from "./scale";

const band = {
  lower: 22.9,
  upper: 26.72,
  nominal: 24.05,
  watch_lower: null,
  watch_upper: null,
  upper_standard: 0,
};
const rail: RailData = {
  unit: "Ω",
  band,
  lower: null,
  upper: null,
  nominal: null,
  raw: null,
  corrected: null,
  expanded: null,
  low_gate: null,
  high_gate: null,
  rungs: [],
};

function withReading(value: number, expanded = 0.7): RailData {
  return { ...rail, corrected: { value, label: "" }, raw: { value, label: "" }, expanded };
}

describe("railScale", () => {
  test("is linear round the band, with room on both sides", () => {
    const scale = railScale(rail, 500);
    expect(scale.kind).toBe("linear");
    expect(scale.at(22.9)).toBeGreaterThan(100);
    expect(scale.at(26.72)).toBeLessThan(400);
  });

  test("reaches out to a reading and its whole uncertainty", () => {
    const scale = railScale(withReading(31), 500);
    expect(scale.kind).toBe("linear");
    expect(scale.at(31.7)).toBeLessThan(500);
  });

  test("turns logarithmic when the reading is decades away", () => {
    const high = railScale(withReading(2440, 57), 500);
    expect(high.kind).toBe("log");
    expect(high.at(2440)).toBeLessThan(500);
    expect(high.at(26.72) - high.at(22.9)).toBeGreaterThan(5);
  });

  test("a one-sided leak limit is shown in decades", () => {
    const leak = { ...rail, band: { ...band, lower: 2e7, upper: null, nominal: null } };
    const scale = railScale({ ...leak, corrected: { value: 1.8e6, label: "" } }, 500);
    expect(scale.kind).toBe("log");
    expect(scale.at(1.8e6)).toBeGreaterThan(0);
    expect(scale.ticks).toContain(1e6);
  });

  test("temperatures may lie below zero", () => {
    const cold = { ...band, lower: -0.95, upper: 1.55, nominal: 0.3 };
    const scale = railScale({ ...rail, unit: "°C", band: cold }, 600);
    expect(placeOn(scale, -0.95)).toBeGreaterThan(0);
    expect(placeOn(scale, -0.95)).toBeLessThan(placeOn(scale, 0.3));
  });

  test("never starts below zero", () => {
    const scale = railScale({ ...rail, band: { ...band, lower: 0.2, upper: 9 } }, 500);
    expect(placeOn(scale, 0)).toBe(0);
    expect(scale.ticks[0]).toBe(0);
  });
});

test("tick labels carry prefixes instead of rows of zeros", () => {
  expect([0.5, 24, 1000, 2_500_000].map(tickLabel)).toEqual(["0.5", "24", "1 k", "2.5 M"]);
});

test("labels are pushed apart, kept in order and inside", () => {
  const placed = spread([100, 104, 490], [60, 60, 60], 0, 500);
  expect(placed[1] as number).toBeGreaterThanOrEqual((placed[0] as number) + 60);
  expect(placed[2]).toBe(470);
});
