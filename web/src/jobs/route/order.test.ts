import { describe, expect, test } from "vitest";
import { moved } from "./useRouteChange";

describe("moving an item of the route", () => {
  const keys = ["a", "b", "c"];

  test("earlier and later by one place", () => {
    expect(moved(keys, "b", -1)).toEqual(["b", "a", "c"]);
    expect(moved(keys, "b", 1)).toEqual(["a", "c", "b"]);
  });

  test("at the ends it stays", () => {
    expect(moved(keys, "a", -1)).toEqual(keys);
    expect(moved(keys, "c", 1)).toEqual(keys);
  });

  test("what is not there moves nothing", () => {
    expect(moved(keys, "x", 1)).toEqual(keys);
    expect(moved([], "x", -1)).toEqual([]);
  });

  test("nothing is lost or doubled", () => {
    for (const key of keys) {
      for (const by of [1, -1] as const) {
        expect([...moved(keys, key, by)].sort()).toEqual(keys);
      }
    }
    expect(keys).toEqual(["a", "b", "c"]);
  });

  test("there and back again", () => {
    expect(moved(moved(keys, "a", 1), "a", -1)).toEqual(keys);
  });
});
