import { expect, test } from "vitest";
import { unbroken } from "./prose";

test("a figure stays with its unit, words may part", () => {
  expect(unbroken("some 220 W short of 2200 W at 230 V.")).toBe(
    "some 220\u00a0W short of 2200\u00a0W at 230\u00a0V.",
  );
  expect(unbroken("24.40 ± 0.67 Ω")).toBe("24.40 ±\u00a00.67\u00a0Ω");
  expect(unbroken("1.8 MΩ, +1.5 % and 1.65 K")).toBe("1.8\u00a0MΩ, +1.5\u00a0% and 1.65\u00a0K");
});
