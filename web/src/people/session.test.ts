import { beforeEach, expect, test, vi } from "vitest";

const store: Record<string, string> = {};

beforeEach(() => {
  for (const key of Object.keys(store)) delete store[key];
  vi.stubGlobal(
    "localStorage",
    Object.defineProperties(store, {
      getItem: { value: (key: string) => store[key] ?? null, configurable: true },
      removeItem: {
        value: (key: string) => {
          delete store[key];
        },
        configurable: true,
      },
    }),
  );
});

test("at signing out what was typed goes, and what is not sent yet stays", async () => {
  const { forgetWhatWasTyped } = await import("./session");
  store["hembit.job.6.note"] = "call at noon";
  store["hembit.draft.5"] = "{}";
  store["hembit.outbox"] = "[1]";
  store["hembit.theme"] = '"dark"';
  store.other = "somebody else's";
  forgetWhatWasTyped();
  expect(Object.keys(store).sort()).toEqual(["hembit.outbox", "hembit.theme", "other"]);
});
