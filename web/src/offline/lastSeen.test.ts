import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { keys } from "@/api/keys";

const NAME = "hembit.seen";
const disk = new Map<string, unknown>();

vi.mock("idb-keyval", () => ({
  get: async (name: string) => disk.get(name),
  set: async (name: string, value: unknown) => disk.set(name, structuredClone(value)),
  del: async (name: string) => disk.delete(name),
}));

const NOON = Date.parse("2027-03-03T12:00:00Z");
const HOUR = 3_600_000;
const session = (id: number) => ({
  person: { id, name: "Ilse" },
  locale: "en-GB",
  time_zone: "UTC",
});

/** A browser that was just opened: what the app held in memory is gone, what is kept is there. */
async function opened() {
  vi.resetModules();
  return { ...(await import("./lastSeen")), store: new QueryClient() };
}

/** Seen by a person, and written. */
async function seen(...answers: [readonly unknown[], unknown][]) {
  const app = await opened();
  await app.keep(app.store);
  for (const [key, data] of answers) app.store.setQueryData(key, data);
  await vi.advanceTimersByTimeAsync(2000);
  return app;
}

beforeEach(() => {
  disk.clear();
  vi.useFakeTimers({ now: NOON });
});
afterEach(() => void vi.useRealTimers());

test("what was seen last is there when the server is not, and it is said since when", async () => {
  await seen([keys.session, session(1)], [keys.job(6), { number: 6 }], [keys.waits, []]);
  vi.setSystemTime(NOON + HOUR);
  const later = await opened();
  expect(await later.restore(later.store)).toBe(true);
  expect(later.store.getQueryData(keys.job(6))).toEqual({ number: 6 });
  const { silentSince } = await import("@/api/reach");
  expect(silentSince.get()).toBe(NOON + 1000);
});

test("what is newer in memory is not replaced by what was kept", async () => {
  await seen([keys.session, session(1)], [keys.job(6), { number: 6, state: "open" }]);
  const later = await opened();
  later.store.setQueryData(keys.job(6), { number: 6, state: "closed" });
  await later.restore(later.store);
  expect(later.store.getQueryData(keys.job(6))).toMatchObject({ state: "closed" });
});

test.each([
  ["a day later", 24 * HOUR + 60_000],
  ["by a clock that was set back", -60_000],
])("%s nothing is shown, and nothing stays", async (_, passed) => {
  await seen([keys.session, session(1)], [keys.job(6), { number: 6 }]);
  expect(disk.has(NAME)).toBe(true);
  vi.setSystemTime(NOON + passed);
  const later = await opened();
  expect(await later.restore(later.store)).toBe(false);
  expect(disk.has(NAME)).toBe(false);
});

test("another person sees nothing of who was here before", async () => {
  const app = await seen([keys.session, session(1)], [keys.job(6), { number: 6 }]);
  app.store.setQueryData(keys.session, session(2));
  await vi.advanceTimersByTimeAsync(2000);
  const later = await opened();
  await later.restore(later.store);
  expect(later.store.getQueryData(keys.session)).toMatchObject({ person: { id: 2 } });
  expect(later.store.getQueryData(keys.job(6))).toBeUndefined();
});

test("before anybody is signed in, and after signing out, nothing is kept", async () => {
  await seen([keys.session, { ...session(1), person: null }], [keys.waits, []]);
  expect(disk.has(NAME)).toBe(false);
  const app = await seen([keys.session, session(1)], [keys.waits, []]);
  expect(disk.has(NAME)).toBe(true);
  await app.wipe();
  await vi.advanceTimersByTimeAsync(2000);
  expect(disk.has(NAME)).toBe(false);
});

test("of jobs the one that was looked at last, with its own pictures", async () => {
  await seen(
    [keys.session, session(1)],
    [keys.job(6), { number: 6 }],
    [keys.photos(6), ["six"]],
    [keys.job(7), { number: 7 }],
    [keys.photos(6), ["six again"]],
    [keys.photos(7), ["seven"]],
  );
  const later = await opened();
  await later.restore(later.store);
  expect(later.store.getQueryData(keys.job(6))).toBeUndefined();
  expect(later.store.getQueryData(keys.photos(6))).toBeUndefined();
  expect(later.store.getQueryData(keys.job(7))).toEqual({ number: 7 });
  expect(later.store.getQueryData(keys.photos(7))).toEqual(["seven"]);
});

test("of what was worked out the latest of a large job, and nothing that only one page needs", async () => {
  const worked = Array.from({ length: 90 }, (_, place) => keys.expectations(place, null));
  await seen(
    [keys.session, session(1)],
    [keys.report(6, 1), "a report"],
    ...worked.map((key): [readonly unknown[], unknown] => [key, { expected: true }]),
  );
  const later = await opened();
  await later.restore(later.store);
  const there = worked.map((key) => later.store.getQueryData(key) !== undefined);
  expect(there).toEqual(worked.map((_, place) => place >= 10));
  expect(later.store.getQueryData(keys.report(6, 1))).toBeUndefined();
});
