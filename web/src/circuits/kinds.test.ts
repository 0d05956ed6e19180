import { describe, expect, it } from "vitest";
import { asKind, KINDS, newRow, shapeOf } from "./kinds";

describe("rows of a circuit", () => {
  it("have a key that no other has, whatever was taken out before", () => {
    const first = newRow([]);
    const second = newRow([first]);
    const third = newRow([second]);
    expect([first.key, second.key, third.key]).toEqual(["r1", "r2", "r3"]);
    expect(newRow([{ ...first, key: "k1a" }, third]).key).toBe("r4");
  });

  it("drop the coil that moved them when they become what no coil moves", () => {
    const moved = { ...newRow([]), kind: "normally_open" as const, moved_by: "k1" };
    expect(asKind(moved, "normally_closed").moved_by).toBe("k1");
    expect(asKind(moved, "output")).toEqual({ kind: "output", moved_by: "" });
  });

  it("have as many terminals as their kind, and figures for what has ohms", () => {
    for (const { value } of KINDS) {
      const { terminals, fields } = shapeOf(value);
      expect(terminals).toBe(value === "split_load" || value === "changeover" ? 3 : 2);
      expect(fields.includes("ohms")).toBe(
        ["load", "coil", "split_load", "sensor"].includes(value),
      );
    }
  });
});
