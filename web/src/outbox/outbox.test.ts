import { beforeEach, describe, expect, test, vi } from "vitest";
import type { Parcel } from "./outbox";

const store = new Map<string, string>();
const listeners: Record<string, ((event: { key: string }) => void)[]> = {};

beforeEach(() => {
  store.clear();
  for (const name of Object.keys(listeners)) delete listeners[name];
  vi.resetModules();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
  });
  vi.stubGlobal("window", {
    addEventListener: (name: string, listener: (event: { key: string }) => void) => {
      listeners[name] = [...(listeners[name] ?? []), listener];
    },
  });
});

async function fresh() {
  return (await import("./outbox")).outbox;
}

function parcel(id: string, more: Partial<Parcel> = {}): Parcel {
  return {
    id,
    url: "/api/v1/jobs/6/readings",
    body: { id },
    label: "Upper deck",
    seen: 41,
    person: 1,
    at: "2026-03-04T09:00:00Z",
    waiting: false,
    ...more,
  };
}

describe("the outbox", () => {
  test("what is put in is there after a reload, and waits", async () => {
    (await fresh()).put(parcel("a"));
    vi.resetModules();
    const again = await fresh();
    expect(again.all()).toEqual([parcel("a", { waiting: true })]);
  });

  test("in the order it was put in, each name once", async () => {
    const outbox = await fresh();
    outbox.put(parcel("a"));
    outbox.put(parcel("b"));
    outbox.put(parcel("a", { label: "again" }));
    expect(outbox.all().map((one) => one.id)).toEqual(["b", "a"]);
    expect(outbox.all()[1]?.label).toBe("again");
  });

  test("one that was packed before the API had a version is sent to where it is taken now", async () => {
    store.set("hembit.outbox", JSON.stringify([parcel("old", { url: "/api/jobs/6/readings" })]));
    expect((await fresh()).all()[0]?.url).toBe("/api/v1/jobs/6/readings");
  });

  test("what the server has is taken out, and stays out", async () => {
    const outbox = await fresh();
    outbox.put(parcel("a"));
    outbox.put(parcel("b"));
    outbox.remove("a");
    vi.resetModules();
    expect((await fresh()).all().map((one) => one.id)).toEqual(["b"]);
  });

  test("what was refused stays with the sentence", async () => {
    const outbox = await fresh();
    outbox.put(parcel("a"));
    outbox.refuse("a", "Job 6 is closed.");
    expect(outbox.all()[0]?.refused).toBe("Job 6 is closed.");
    vi.resetModules();
    expect((await fresh()).all()[0]?.refused).toBe("Job 6 is closed.");
  });

  test("without an answer it waits in the open", async () => {
    const outbox = await fresh();
    outbox.put(parcel("a"));
    expect(outbox.all()[0]?.waiting).toBe(false);
    outbox.wait("a");
    expect(outbox.all()[0]?.waiting).toBe(true);
  });

  test("whoever listens is told, until they stop", async () => {
    const outbox = await fresh();
    const told = vi.fn();
    const stop = outbox.subscribe(told);
    outbox.put(parcel("a"));
    outbox.remove("a");
    expect(told).toHaveBeenCalledTimes(2);
    stop();
    outbox.put(parcel("b"));
    expect(told).toHaveBeenCalledTimes(2);
  });

  test("another tab’s parcels are seen here", async () => {
    const outbox = await fresh();
    store.set("hembit.outbox", JSON.stringify([parcel("theirs")]));
    for (const listener of listeners.storage ?? []) listener({ key: "hembit.outbox" });
    expect(outbox.all().map((one) => one.id)).toEqual(["theirs"]);
    for (const listener of listeners.storage ?? []) listener({ key: "something else" });
    expect(outbox.all()).toHaveLength(1);
  });

  test("a store that cannot be read is an empty one", async () => {
    store.set("hembit.outbox", "{not json");
    expect((await fresh()).all()).toEqual([]);
  });
});
