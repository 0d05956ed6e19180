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

function Drawn(initial = { complaint: "", machine: 0 }) {
  place = 0;
  const [value, change, forget] = useDraft(KEY, initial);
  return { value, change, forget };
}

function Counted() {
  place = 0;
  return useStored(KEY, 1);
}

test("what was typed is there after a reload, under the id that it will be sent under", () => {
  Drawn().change({ complaint: "no heat" });
  const typed = Drawn().value;
  expect(typed).toMatchObject({ complaint: "no heat", machine: 0 });
  reload();
  expect(Drawn().value).toEqual(typed);
});

test("sent again unchanged it has its id; changed it is something else", () => {
  Drawn().change({ complaint: "no heat" });
  const first = Drawn().value.id;
  expect(Drawn().value.id).toBe(first);
  Drawn().change({ complaint: "some heat" });
  expect(Drawn().value.id).not.toBe(first);
});

test("after it was stored nothing of it stays, in the page or in the browser", () => {
  Drawn().change({ complaint: "no heat" });
  const sent = Drawn().value.id;
  Drawn().forget();
  expect(Drawn().value).toMatchObject({ complaint: "", machine: 0 });
  expect(Drawn().value.id).not.toBe(sent);
  expect(kept.has(KEY)).toBe(false);
});

test("what a later version asks besides starts as it starts there", () => {
  kept.set(KEY, JSON.stringify({ complaint: "no heat", id: "one" }));
  expect(Drawn().value).toEqual({ complaint: "no heat", machine: 0, id: "one" });
});

test("what cannot be read is as if nothing had been typed", () => {
  kept.set(KEY, "{not json");
  expect(Drawn().value).toMatchObject({ complaint: "", machine: 0 });
});

test("a full store loses nothing before a reload", () => {
  full = true;
  Drawn().change({ complaint: "no heat" });
  expect(Drawn().value.complaint).toBe("no heat");
});

test("a list or a single value is taken as it was stored, and may be worked out from what is there", () => {
  Counted()[1]((now) => now + 1);
  expect(Counted()[0]).toBe(2);
  expect(kept.get(KEY)).toBe("2");
  reload();
  expect(Counted()[0]).toBe(2);
});
