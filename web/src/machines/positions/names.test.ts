import { expect, test } from "vitest";
import { namesIn } from "./names";

test.each([
  ["Element 1–4", ["Element 1", "Element 2", "Element 3", "Element 4"]],
  ["Top element 3-5; Limit F2", ["Top element 3", "Top element 4", "Top element 5", "Limit F2"]],
  ["top deck, front; top deck, rear", ["top deck, front", "top deck, rear"]],
  ["Contactor K2-1", ["Contactor K2-1"]],
  ["Element 4-1", ["Element 4-1"]],
  ["Element 1-4000", ["Element 1-4000"]],
  ["1-3", ["1-3"]],
  [" ; ", []],
])("%s", (text, names) => {
  expect(namesIn(text)).toEqual(names);
});
