import { choice, type FieldDef, is, text } from "@/forms/fields";

/** What an element is judged by where its spec does not say is a rule of the shop. */
const SHOPS = "shop";

/** A share of R, or own limits; an element may also be judged by its input. */
export function resistanceTolerance(prefix = "", byInput = false, percent = "10"): FieldDef[] {
  const school = `${prefix}tolerance.school`;
  return [
    choice(
      school,
      "School",
      (options) =>
        byInput
          ? [{ value: SHOPS, label: "the shop’s school" }, ...options.tolerance_schools]
          : options.tolerance_schools.filter((one) => one.value !== "appliance_input"),
      byInput ? SHOPS : "percent_of_resistance",
      { group: "tolerance", ...(byInput ? { unsent: [SHOPS] } : {}) },
    ),
    text(`${prefix}tolerance.percent`, "±", "%", {
      group: "tolerance",
      start: percent,
      needed: true,
      when: is(school, "percent_of_resistance"),
    }),
    text(`${prefix}tolerance.watch_percent`, "Watch ±", "%", {
      group: "tolerance",
      hint: "if any",
      when: is(school, "percent_of_resistance"),
    }),
    text(`${prefix}tolerance.lower`, "At least", "Ω", {
      group: "tolerance",
      when: is(school, "own_limits"),
    }),
    text(`${prefix}tolerance.upper`, "At most", "Ω", {
      group: "tolerance",
      when: is(school, "own_limits"),
    }),
    text(`${prefix}tolerance.watch_lower`, "Watch below", "Ω", {
      group: "tolerance",
      hint: "if any",
      when: is(school, "own_limits"),
    }),
    text(`${prefix}tolerance.watch_upper`, "Watch above", "Ω", {
      group: "tolerance",
      hint: "if any",
      when: is(school, "own_limits"),
    }),
  ];
}

/** A plain ± share of R, and a narrower one to watch; the words say whose where there are several. */
export function shares(at: string, start: string, whose = ""): FieldDef[] {
  return [
    text(`${at}.percent`, whose ? `${whose} ±` : "±", "%", {
      group: "tolerance",
      start,
      needed: true,
    }),
    text(`${at}.watch_percent`, whose ? `${whose} watch ±` : "Watch ±", "%", {
      group: "tolerance",
      hint: "if any",
    }),
  ];
}
