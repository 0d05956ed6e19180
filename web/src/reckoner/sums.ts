import type { Sum, SumIn } from "@/api/types";
import { built, choice, type FieldDef, type Fields, isBlank, items, text } from "@/forms/fields";

export type SumForm = { sum: Sum["sum"]; title: string; about: string; form: FieldDef[] };

const need = { needed: true };

/** The sums, in the order a visit needs them, each with its form. */
export const SUMS: SumForm[] = [
  {
    sum: "clamp_difference",
    title: "Two loads on one clamp",
    about: "Currents of a fan and a heater do not add as numbers.",
    form: [
      text("together", "Both", "A", need),
      text("other", "Other alone", "A", need),
      text("power_factor", "Its cos φ", "", { hint: "1 if resistive" }),
    ],
  },
  {
    sum: "heat_up",
    title: "Heated in time?",
    about: "The least time for an amount of water.",
    form: [
      text("litres", "Water", "l", need),
      text("start", "From", "°C", need),
      text("end", "to", "°C", need),
      text("power", "With", "W", need),
      text("efficiency", "Efficiency", "%", { hint: "100" }),
    ],
  },
  {
    sum: "cooling_by_temperature",
    title: "Wait until cool, by thermometer",
    about: "From two temperatures some minutes apart, or a known time constant.",
    form: [
      text("before", "Before", "°C"),
      text("apart", "minutes ago", "min"),
      text("now", "Now", "°C", need),
      text("room", "Room", "°C", need),
      text("time_constant", "or τ₀", "min", { hint: "if known" }),
      text("within", "Until within", "K", { hint: "2" }),
    ],
  },
  {
    sum: "cooling_by_winding",
    title: "Wait until cool, by the winding",
    about: "A winding is its own thermometer.",
    form: [
      text("cold_resistance", "Cold ohms", "Ω", need),
      text("cold", "at", "°C", need),
      text("before", "Before", "Ω", need),
      text("apart", "minutes ago", "min", need),
      text("now", "Now", "Ω", need),
      text("room", "Room", "°C", need),
      text("leads", "Lead zero", "Ω", { hint: "in the displays" }),
      choice("metal", "Wound with", items({ copper: "copper", aluminium: "aluminium" }), "copper"),
      text("within", "Until within", "K", { hint: "2" }),
    ],
  },
  {
    sum: "boiling_point",
    title: "Boiling point here",
    about: "For a second temperature to test a sensor at.",
    form: [text("altitude", "Altitude", "m", need)],
  },
  {
    sum: "which_sensor",
    title: "Which sensor is this?",
    about: "Known curves ranked by fit; two points tell far more than one.",
    form: [
      {
        type: "lines",
        at: "points",
        label: "Points",
        columns: ["celsius", "ohms"],
        hint: "°C and ohms, a line each",
        needed: true,
      },
    ],
  },
];

/** The sum as typed; null while nothing is given. */
export function sumOf({ sum, form }: SumForm, fields: Fields, meter: number | null): SumIn | null {
  if (isBlank(form, fields)) return null;
  return { sum: { sum, ...built(form, fields) } as Sum, meter };
}
