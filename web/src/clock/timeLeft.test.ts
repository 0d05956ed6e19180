import { expect, test } from "vitest";
import { timeLeft } from "./timeLeft";

const MINUTE = 60_000;

test.each([
  [-5 * MINUTE, "1 min"],
  [1, "1 min"],
  [MINUTE, "1 min"],
  [MINUTE + 1, "2 min"],
  [59 * MINUTE, "59 min"],
  [60 * MINUTE, "1 h 0 min"],
  [125 * MINUTE, "2 h 5 min"],
  [24 * 60 * MINUTE - 1, "1 d 0 h"],
  [51 * 60 * MINUTE, "2 d 3 h"],
])("%s ms are %s", (milliseconds, told) => expect(timeLeft(milliseconds)).toBe(told));
