import { describe, expect, it } from "vitest";
import { isWhole, NOTHING_ASKED, withNode } from "@/circuits/AskedFields";
import { inLines } from "@/circuits/Ladder";
import { askedOf } from "./askedInPlace";
import { searchOf } from "./searchOf";

const PROBE = {
  kind: "volts" as const,
  first: "2",
  second: "N",
  part: "",
  path: 0,
  alone: [],
  lifted: ["r3"],
  called: ["r1", "r2"],
};

describe("a measurement in an address", () => {
  it("comes back as it was", () => {
    const amps = { ...PROBE, kind: "amps" as const, first: "", second: "", part: "e", path: 1 };
    for (const probe of [PROBE, amps]) {
      expect(askedOf(new URLSearchParams(searchOf(probe)))).toEqual(probe);
    }
  });

  it("asks for nothing where the address says nothing, or nonsense", () => {
    expect(askedOf(new URLSearchParams(""))).toEqual(NOTHING_ASKED);
    expect(askedOf(new URLSearchParams("kind=farads")).kind).toBe("ohms");
  });
});

describe("two points", () => {
  it("are tapped one after the other, then a new pair", () => {
    const first = withNode(NOTHING_ASKED, "L");
    expect(isWhole(first)).toBe(false);
    expect(withNode(first, "L")).toEqual(first);
    const both = withNode(first, "N");
    expect(isWhole(both)).toBe(true);
    expect(withNode(both, "2")).toEqual({ ...both, first: "2", second: "" });
  });

  it("are two, or a part for amps", () => {
    expect(isWhole({ ...NOTHING_ASKED, first: "L", second: "L" })).toBe(false);
    expect(isWhole({ ...NOTHING_ASKED, kind: "amps" })).toBe(false);
    expect(isWhole({ ...NOTHING_ASKED, kind: "amps", part: "r4" })).toBe(true);
  });
});

describe("a name in the drawing", () => {
  it("stands in two lines at the most, broken between words", () => {
    expect(inLines("Limit F2")).toEqual(["Limit F2"]);
    expect(inLines("Upper deck, front element")).toEqual(["Upper deck, front", "element"]);
    expect(inLines("Upper deck, the element at the very front")[1]?.endsWith("…")).toBe(true);
    expect(inLines("Unbreakablyunbreakable")).toEqual(["Unbreakablyunbreak…"]);
  });
});
