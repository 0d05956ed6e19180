import { choice, type FieldDef, is, items, text } from "@/forms/fields";
import { shares } from "./tolerances";

const TYPES = items({
  ntc_beta: "NTC by B",
  steinhart_hart: "NTC by a, b, c",
  chart: "by its chart",
  platinum: "platinum",
  nickel: "nickel",
  silicon: "silicon PTC",
  switching_ptc: "switching PTC",
});
const TYPE = "sensor.type";
const SCHOOLS = [
  { value: "by_class", label: "kelvin, by class", detail: "what the controller sees" },
  { value: "own_kelvin", label: "kelvin, own limit" },
  { value: "percent_of_resistance", label: "± share of R" },
];

export const TEMPERATURE_SENSOR: FieldDef[] = [
  choice(TYPE, "Type", TYPES, "ntc_beta"),
  text("sensor.r25", "At 25 °C", "Ω", { when: is(TYPE, "ntc_beta", "silicon"), needed: true }),
  text("sensor.beta", "B", "K", { when: is(TYPE, "ntc_beta"), needed: true }),
  ...["a", "b", "c"].map((name) =>
    text(`sensor.${name}`, name, "", { when: is(TYPE, "steinhart_hart"), needed: true }),
  ),
  {
    type: "lines",
    at: "sensor.points",
    label: "Chart",
    columns: ["celsius", "ohms"],
    hint: "°C and ohms, a line each",
    needed: true,
    when: is(TYPE, "chart"),
  },
  text("sensor.r0", "At 0 °C", "Ω", {
    when: is(TYPE, "platinum", "nickel"),
    start: "100",
    needed: true,
  }),
  choice(
    "sensor.tolerance_class",
    "Class",
    items({ AA: "class AA", A: "class A", B: "class B", C: "class C" }),
    "B",
    { when: is(TYPE, "platinum") },
  ),
  choice("sensor.build", "Build", items({ wire: "wire-wound", film: "film" }), "wire", {
    when: is(TYPE, "platinum"),
  }),
  choice("sensor.wires", "Wires", items({ "2": "2 wires", "3": "3 wires", "4": "4 wires" }), "2", {
    when: is(TYPE, "platinum"),
  }),
  text("sensor.alpha", "α", "1/K", {
    when: is(TYPE, "silicon"),
    start: "7.88e-3",
    needed: true,
  }),
  text("sensor.beta", "β", "1/K²", {
    slot: "sensor.silicon_beta",
    when: is(TYPE, "silicon"),
    start: "1.937e-5",
    needed: true,
  }),
  text("sensor.low", "Holds from", "°C", { when: is(TYPE, "silicon"), start: "-40", needed: true }),
  text("sensor.high", "to", "°C", { when: is(TYPE, "silicon"), start: "125", needed: true }),
  text("sensor.switching_temperature", "Jumps at", "°C", {
    when: is(TYPE, "switching_ptc"),
    needed: true,
  }),
  text("sensor.in_series", "In series", "", {
    when: is(TYPE, "switching_ptc"),
    start: "1",
    needed: true,
  }),
  choice("tolerance.school", "School", SCHOOLS, "by_class", {
    group: "tolerance",
    when: (fields) => fields[TYPE] !== "switching_ptc",
  }),
  text("tolerance.limit", "±", "K", {
    group: "tolerance",
    when: is("tolerance.school", "own_kelvin"),
    needed: true,
  }),
  text("tolerance.watch", "Watch ±", "K", {
    group: "tolerance",
    hint: "if any",
    when: is("tolerance.school", "own_kelvin"),
  }),
  text("tolerance.percent", "±", "%", {
    group: "tolerance",
    start: "10",
    when: is("tolerance.school", "percent_of_resistance"),
    needed: true,
  }),
  text("tolerance.watch_percent", "Watch ±", "%", {
    group: "tolerance",
    hint: "if any",
    when: is("tolerance.school", "percent_of_resistance"),
  }),
];

export const THERMOCOUPLE: FieldDef[] = [
  choice(
    "letter",
    "Type",
    ["K", "J", "T", "N", "E", "R", "S", "B"].map((one) => ({ value: one, label: `type ${one}` })),
    "K",
  ),
  choice(
    "tolerance_class",
    "Class",
    items({ "1": "class 1", "2": "class 2", "3": "class 3" }),
    "2",
  ),
  text("loop_limit", "Loop up to", "Ω", { hint: "100" }),
  choice(
    "tolerance.school",
    "School",
    SCHOOLS.filter((one) => one.value !== "percent_of_resistance"),
    "by_class",
    { group: "tolerance" },
  ),
  text("tolerance.limit", "±", "K", {
    group: "tolerance",
    when: is("tolerance.school", "own_kelvin"),
    needed: true,
  }),
  text("tolerance.watch", "Watch ±", "K", {
    group: "tolerance",
    hint: "if any",
    when: is("tolerance.school", "own_kelvin"),
  }),
];

export const SENDER: FieldDef[] = [
  text("unit", "Amounts in", "", { start: "%", needed: true }),
  {
    type: "lines",
    at: "points",
    label: "Chart",
    columns: ["amount", "ohms"],
    hint: "amount and ohms, a line each",
    needed: true,
  },
  ...shares("tolerance", "10"),
];
