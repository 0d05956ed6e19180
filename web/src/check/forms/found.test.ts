import { expect, test } from "vitest";
import { FAMILIES } from "./forms";
import { foundKinds } from "./found";

test.each([
  ["coil", "winding"],
  ["contactor", "winding"],
  ["ignition coil", "winding_set"],
  ["limit", "contact"],
  ["fuse", "contact"],
  ["pt100", "temperature_sensor"],
  ["therm", "thermocouple_magnet"],
  ["tank", "sender"],
  ["glow", "igniter"],
  ["bank", "element_bank"],
  ["pot", "position_sensor"],
])("“%s” finds %s among the first", (words, kind) => {
  expect(foundKinds(words).map((one) => one.kind)).toContain(kind);
});

test("without a word every kind is there, once", () => {
  const all = foundKinds("").map((one) => one.kind);
  const kinds = FAMILIES.flatMap((family) => family.kinds.map((one) => one.kind));
  expect(new Set(all)).toEqual(new Set(kinds));
  expect(all).toHaveLength(kinds.length);
});

test("what fits nothing finds nothing", () => {
  expect(foundKinds("zzz")).toEqual([]);
});
