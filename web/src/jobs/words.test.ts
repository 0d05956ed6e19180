import { describe, expect, test } from "vitest";
import { timeLeft } from "@/clock/timeLeft";
import components from "../api/openapi.json";
import { FOLLOW_UPS, titleOf, WAITS } from "./words";

describe("what is to be done, in words", () => {
  test("the part’s name stands before the test", () => {
    expect(titleOf("Between the terminals", "Upper element")).toBe(
      "Upper element: between the terminals",
    );
  });

  test("it is not said twice", () => {
    expect(titleOf("Upper element: fit it", "Upper element")).toBe("Upper element: fit it");
    expect(titleOf("Upper element", "Upper element")).toBe("Upper element");
  });

  test("without a part the title stands alone", () => {
    expect(titleOf("Meter, leads, battery", undefined)).toBe("Meter, leads, battery");
  });
});

describe("every kind has its words", () => {
  const schemas = components.components.schemas;

  test("of follow-ups", () => {
    expect(Object.keys(FOLLOW_UPS).sort()).toEqual([...schemas.FollowUpKind.enum].sort());
  });

  test("of waits", () => {
    expect(Object.keys(WAITS).sort()).toEqual([...schemas.WaitKind.enum].sort());
  });
});

describe("times left", () => {
  test("minutes, hours and days", () => {
    const minute = 60_000;
    expect(timeLeft(38 * minute)).toBe("38 min");
    expect(timeLeft(37.2 * minute)).toBe("38 min");
    expect(timeLeft(60 * minute)).toBe("1 h 0 min");
    expect(timeLeft(235 * minute)).toBe("3 h 55 min");
    expect(timeLeft(26 * 60 * minute)).toBe("1 d 2 h");
  });

  test("a moment is still a minute", () => {
    expect(timeLeft(1)).toBe("1 min");
  });
});
