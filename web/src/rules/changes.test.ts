import { expect, test } from "vitest";
import type { RuleSetting } from "@/api/types";
import { changesOf, shownValue, typedOf } from "./changes";

const figure = { name: "proof", kind: "figure", default: 60 } as RuleSetting;
const range = { name: "leads", kind: "range", default: [0, 0.5] } as unknown as RuleSetting;
const large = { name: "leak", kind: "figure", unit: "Ω", default: 2e7 } as RuleSetting;
const choice = { name: "alloy", kind: "choice", default: null } as RuleSetting;

test("what is as shipped is no change", () => {
  expect(changesOf({ proof: "60", leads: "0 to 0.5", alloy: "" }, [figure, range, choice])).toEqual(
    {},
  );
});

test("a decimal comma, a range of two ends, a choice", () => {
  expect(
    changesOf({ proof: "45,5", leads: "0 to 0,3", alloy: "nicr" }, [figure, range, choice]),
  ).toEqual({ proof: 45.5, leads: [0, 0.3], alloy: "nicr" });
});

test("megohms are typed as such", () => {
  expect(shownValue(2e7, large)).toBe("20");
  expect(changesOf({ leak: "2,5" }, [large])).toEqual({ leak: 2.5e6 });
});

test("what is no figure is sent as it stands", () => {
  expect(changesOf({ proof: "soon" }, [figure])).toEqual({ proof: "soon" });
});

test("what was kept is typed again as it was", () => {
  expect(typedOf({ proof: 45.5, leads: [0, 0.3] }, [figure, range])).toEqual({
    proof: "45.5",
    leads: "0 to 0.3",
  });
  expect(shownValue(null, choice)).toBe("");
});
