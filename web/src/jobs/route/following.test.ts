import { describe, expect, test } from "vitest";
import type { Job, RouteItem, RouteStep } from "@/api/types";
import { following } from "./following";

function item(key: string, state: RouteItem["state"]): RouteItem {
  return { key, title: key, state, why: "", figure: "", handling: "" } as RouteItem;
}

function step(kind: string, state: RouteStep["state"], items: RouteItem[]): RouteStep {
  return { kind, title: kind, state, why: "", cautions: [], items } as unknown as RouteStep;
}

function job(steps: RouteStep[], next: string | null, state: Job["state"] = "open") {
  return { state, route: { steps, next_key: next } } as unknown as Job;
}

const look = step("look", "due", [item("look:1", "due")]);

describe("what follows an item", () => {
  test("what is still due in its own step, the likeliest first", () => {
    const measure = step("measure", "due", [
      item("2:ohms", "due"),
      item("1:ohms", "done"),
      item("3:ohms", "due"),
    ]);
    expect(following(job([look, measure], "look:1"), "1:ohms")).toBe("2:ohms");
  });

  test("what is due in a later step, before going back; closing waits", () => {
    const measure = step("measure", "done", [item("1:ohms", "done")]);
    const fit = step("fit", "due", [item("spare:1", "due")]);
    const close = step("close", "due", [item("close", "due")]);
    expect(following(job([look, measure, fit, close], "look:1"), "1:ohms")).toBe("spare:1");
    expect(following(job([look, measure, close], "look:1"), "1:ohms")).toBe("look:1");
  });

  test("what comes next on the route once the step is through", () => {
    const measure = step("measure", "done", [item("1:ohms", "done")]);
    expect(following(job([look, measure], "look:1"), "1:ohms")).toBe("look:1");
  });

  test("a step that is blocked or folded is not stayed in", () => {
    const live = step("live", "blocked", [item("1:volts", "done"), item("2:volts", "due")]);
    expect(following(job([look, live], "look:1"), "1:volts")).toBe("look:1");
  });

  test("nothing follows in a closed job, or when nothing is due", () => {
    expect(following(job([look], "look:1", "closed"), "look:1")).toBeNull();
    expect(following(job([], null), "x")).toBeNull();
  });

  test("from a place that is not on the route any more, what comes next", () => {
    expect(following(job([look], "look:1"), "gone")).toBe("look:1");
    expect(following(job([look], "look:1"), undefined)).toBe("look:1");
  });
});
