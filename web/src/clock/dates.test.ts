import { afterEach, describe, expect, test } from "vitest";
import {
  clock,
  clockOrDay,
  day,
  dayPattern,
  dayTyped,
  inDays,
  readDay,
  setShop,
  whenOver,
} from "./dates";

afterEach(() => setShop("en-GB", "UTC"));

describe("days and clocks as the shop writes them", () => {
  test("a moment by the shop's clock, not by the browser's", () => {
    setShop("en-GB", "Pacific/Auckland");
    expect(clock("2026-11-26T11:30:00Z")).toBe("00:30");
    expect(day("2026-11-26T11:30:00Z")).toBe("27 Nov 2026");
  });

  test("a clock time has its day where that is not today's in the shop", () => {
    setShop("en-GB", "Pacific/Auckland");
    const now = Date.parse("2026-11-26T12:00:00Z"); // the 27th there
    expect(clockOrDay("2026-11-26T11:30:00Z", now)).toBe("00:30");
    expect(clockOrDay("2026-11-26T10:30:00Z", now)).toBe("26 Nov 2026, 23:30");
  });

  test("so many minutes from now, with the day where it is another; what no calendar reaches is not told", () => {
    setShop("en-GB", "UTC");
    const now = Date.parse("2026-11-26T12:00:00Z");
    expect(whenOver(90, now)).toBe("at 13:30");
    expect(whenOver(3000, now)).toBe("on 28 Nov 2026, 14:00");
    expect(whenOver(8075 * 1440, now)).toBe("on 4 Jan 2049");
    expect(whenOver(5e12, now)).toBe("");
  });

  test("a day without a clock is the same day everywhere", () => {
    setShop("en-GB", "Pacific/Honolulu");
    expect(day("2027-03-03")).toBe("3 Mar 2027");
  });

  test("a day so far ahead", () => {
    expect(inDays(0)).toMatch(/^\d{4}-\d{2}-\d{2}$/);
    const ahead = Date.parse(inDays(30)) - Date.parse(inDays(0));
    expect(ahead / 86_400_000).toBe(30);
  });
});

describe("a day that is typed", () => {
  test.each([
    ["03/04/2027", "2027-04-03"],
    ["3.4.27", "2027-04-03"],
    ["3 4 2027", "2027-04-03"],
    ["2027-04-03", "2027-04-03"],
    ["26/11", "2026-11-26"],
    ["25/11", "2027-11-25"],
  ])("%s", (typed, read) => expect(readDay(typed, "2026-11-26")).toBe(read));

  test.each(["31/02/2027", "soon", "3/13/2027", "3", ""])("“%s” is no day", (typed) =>
    expect(readDay(typed, "2026-11-26")).toBe(typed),
  );

  test("in the order of the shop", () => {
    setShop("en-US", "UTC");
    expect(dayPattern()).toBe("mm/dd/yyyy");
    expect(readDay("03/04/2027")).toBe("2027-03-04");
    expect(dayTyped("2027-03-04")).toBe("03/04/2027");
    setShop("sv-SE", "UTC");
    expect(dayPattern()).toBe("yyyy/mm/dd");
  });
});
