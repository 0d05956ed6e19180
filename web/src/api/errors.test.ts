import { describe, expect, test } from "vitest";
import { NotReached, Refused } from "./client";
import { errorAt, unplacedErrors } from "./errors";

const one = (field: string, message: string) => ({ field, message, code: "invalid", choices: [] });
const refused = new Refused(422, [
  one("isolation.locked", "Lock it off."),
  one("machine", "It is live."),
  one("other", "It is live."),
]);

describe("what the server says, at its field", () => {
  test("a field has its own sentence", () => {
    expect(errorAt(refused, "isolation.locked")).toBe("Lock it off.");
    expect(errorAt(refused, "isolation.readings")).toBeUndefined();
  });

  test("what has no field here is said once, whatever it was for", () => {
    expect(unplacedErrors(refused, ["isolation.locked"])).toEqual(["It is live."]);
  });

  test("nothing is lost between the two", () => {
    const placed = ["machine"];
    const said = [errorAt(refused, "machine"), ...unplacedErrors(refused, placed)];
    for (const { message } of refused.errors) expect(said).toContain(message);
  });

  test("no answer is said as a whole", () => {
    expect(unplacedErrors(new NotReached(), [])).toEqual([
      "Hembit's server does not answer. What you typed is kept here.",
    ]);
    expect(errorAt(new NotReached(), "x")).toBeUndefined();
  });

  test("no error says nothing", () => {
    expect(errorAt(null, "x")).toBeUndefined();
    expect(unplacedErrors(null, [])).toEqual([]);
  });
});
