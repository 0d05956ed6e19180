import { describe, expect, test } from "vitest";
import type { Job } from "@/api/types";
import { newDraft, UNKNOWN_METER } from "@/check/draft";
import { divided, lapses, todayOf } from "./today";

function job(given: Partial<Pick<Job, "meter" | "conditions">>): Job {
  return { meter: null, conditions: {}, ...given } as Job;
}

describe("today’s conditions of a job", () => {
  test("nothing known yet: an unknown meter and empty fields", () => {
    const today = todayOf(job({}));
    expect(today).toMatchObject({
      meter: UNKNOWN_METER,
      leadZero: "",
      leadsNulled: false,
      room: "",
    });
    expect(today).not.toHaveProperty("partTemperature");
  });

  test("the meter that was checked, with its leads", () => {
    const meter = { meter: 3, name: "Bench meter 2", shorted: "0.21", leads_nulled: false };
    expect(todayOf(job({ meter }))).toMatchObject({ meter: "3", leadZero: "0.21" });
  });

  test("leads that REL took off are not subtracted a second time", () => {
    const meter = { meter: 3, name: "Bench meter 2", shorted: "0.21", leads_nulled: true };
    expect(todayOf(job({ meter }))).toMatchObject({ leadZero: "", leadsNulled: true });
  });

  test("what the last reading was taken under, trailing zeros too; not how warm that part was", () => {
    const conditions = {
      meter: 7,
      part_temperature: "6.0",
      temperature_source: "contact_probe",
      thermometer_limit: "0.5",
      supply: "231.0",
      lead_zero: "0.30",
      leads_nulled: false,
    };
    expect(todayOf(job({ conditions }))).toMatchObject({
      meter: "7",
      supply: "231.0",
      leadZero: "0.30",
    });
  });

  test("the meter check stands above an older reading", () => {
    const meter = { meter: 3, name: "Bench meter 2", shorted: "0.2", leads_nulled: false };
    const today = todayOf(job({ meter, conditions: { meter: 7, lead_zero: "0.9" } }));
    expect(today).toMatchObject({ meter: "3", leadZero: "0.2" });
  });

  test("a meter that is unknown on purpose stays unknown", () => {
    expect(todayOf(job({ conditions: { meter: null } })).meter).toBe(UNKNOWN_METER);
  });
});

describe("a draft, divided", () => {
  test("meter and room go on with the job, displays and temperature stay with the part", () => {
    const draft = {
      ...newDraft(),
      id: "one",
      partTemperature: "23",
      entries: {
        between_terminals: {
          fields: { display: "34.2" },
          rangeTop: "auto",
          connection: "isolated" as const,
          answers: {},
        },
      },
    };
    const { today, part } = divided({ ...draft, room: "21" });
    expect(today).toMatchObject({ room: "21" });
    expect(today).not.toHaveProperty("entries");
    expect(today).not.toHaveProperty("partTemperature");
    expect(part).toMatchObject({ id: "one", entries: draft.entries, partTemperature: "23" });
  });

  test("together they are the whole of what a reading needs", () => {
    const draft = { ...newDraft(), id: "one" };
    const { today, part } = divided(draft);
    const again = { ...newDraft(), ...today, ...part };
    expect(again).toEqual(draft);
  });
});

describe("a part's temperature", () => {
  const went = { kind: "went_live" } as Job["entries"][number];
  const wait = {} as Job["waits"][number];

  test("lapses with each time the machine goes live, and with each wait", () => {
    expect(lapses({ entries: [], waits: [] })).toBe(0);
    expect(lapses({ entries: [went], waits: [] })).toBe(1);
    expect(lapses({ entries: [went, { ...went, kind: "noted" }], waits: [wait] })).toBe(2);
  });
});
