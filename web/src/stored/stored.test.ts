import { beforeEach, expect, test, vi } from "vitest";
import { useDraft, useStored } from "./stored";

/** What a component's hooks keep from one time it is drawn to the next. */
const cells: unknown[] = [];
let place = 0;

vi.mock("react", () => ({
  useCallback: (given: unknown) => given,
  useState: (initial: unknown) => {
    const mine = place++;
    if (!(mine in cells)) cells[mine] = typeof initial === "function" ? initial() : initial;
    const set = (next: unknown) => {
      cells[mine] = typeof next === "function" ? next(cells[mine]) : next;
    };
    return [cells[mine], set];
  },
}));

const KEY = "hembit.trial";
let kept: Map<string, string>;
let full = false;

beforeEach(() => {
  reload();
  kept = new Map();
  full = false;
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => {
      if (full) throw new Error("full");
      kept.set(key, text);
    },
    removeItem: (key: string) => kept.delete(key),
  });
});

/** As a browser that is opened anew: what is in the page is gone, what was stored is there. */
function reload() {
  cells.length = 0;
}

function draft(initial = { complaint: "", machine: 0 }) {
  place = 0;
  const [value, change, forget] = useDraft(KEY, initial);
  return { value, change, forget };
}

function count() {
  place = 0;
  return useStored(KEY, 1);
}

test("what was typed is there after a reload, under the id that it will be sent under", () => {
  draft().change({ complaint: "no heat" });
  const typed = draft().value;
  expect(typed).toMatchObject({ complaint: "no heat", machine: 0 });
  reload();
  expect(draft().value).toEqual(typed);
});

test("sent again unchanged it has its id; changed it is something else", () => {
  draft().change({ complaint: "no heat" });
  const first = draft().value.id;
  expect(draft().value.id).toBe(first);
  draft().change({ complaint: "some heat" });
  expect(draft().value.id).not.toBe(first);
});

test("after it was stored nothing of it stays, in the page or in the browser", () => {
  draft().change({ complaint: "no heat" });
  const sent = draft().value.id;
  draft().forget();
  expect(draft().value).toMatchObject({ complaint: "", machine: 0 });
  expect(draft().value.id).not.toBe(sent);
  expect(kept.has(KEY)).toBe(false);
});

test("what a later version asks besides starts as it starts there", () => {
  kept.set(KEY, JSON.stringify({ complaint: "no heat", id: "one" }));
  expect(draft().value).toEqual({ complaint: "no heat", machine: 0, id: "one" });
});

test("what cannot be read is as if nothing had been typed", () => {
  kept.set(KEY, "{not json");
  expect(draft().value).toMatchObject({ complaint: "", machine: 0 });
});

test("a full store loses nothing before a reload", () => {
  full = true;
  draft().change({ complaint: "no heat" });
  expect(draft().value.complaint).toBe("no heat");
});

test("a list or a single value is taken as it was stored, and may be worked out from what is there", () => {
  count()[1]((now) => now + 1);
  expect(count()[0]).toBe(2);
  expect(kept.get(KEY)).toBe("2");
  reload();
  expect(count()[0]).toBe(2);
});
