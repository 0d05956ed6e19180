import type { Expectation, Measurand } from "@/api/types";
import { choice, type FieldDef, items } from "./forms/fields";
import type { Kind } from "./forms/forms";

export type Box = { at: string; label: string; unit: string; optional?: boolean };

/** A list of figures in the order they came, typed into one field. */
export type Series = {
  at: string;
  label: string;
  hint: string;
  columns?: [string, string];
};

export type ReadingDef = {
  title: string;
  /** Ohms: how the leads, the range and the connection were. */
  ohms?: boolean;
  /** Isolated or in circuit matters, without leads and ranges. */
  connected?: boolean;
  boxes?: Box[];
  /** One box for each row of the expectation, its name in the path. */
  perRow?: (row: string, place: number) => Box;
  /** A choice for each row, beside its box. */
  rowChoice?: (row: string, place: number) => FieldDef;
  series?: Series;
  extras?: FieldDef[];
  settled?: boolean;
};

const DISPLAY: Box = { at: "display", label: "What the display shows", unit: "Ω" };
const single = (title: string, settled = false): ReadingDef => ({
  title,
  ohms: true,
  boxes: [DISPLAY],
  settled,
});
const box = (at: string, label: string, unit: string, optional = false): Box => ({
  at,
  label,
  unit,
  optional,
});
const ACTED = items({ not_seen: "not seen", yes: "yes", no: "no" });

export const READINGS: Record<Measurand, ReadingDef> = {
  between_terminals: single("Between the terminals"),
  terminal_to_case: single("Terminal to case"),
  running: {
    title: "Volts and amps",
    boxes: [
      box("voltage", "Volts on the display", "V"),
      box("current", "Amps on the display", "A"),
    ],
  },
  until_cut_out: {
    title: "Until it cuts out",
    boxes: [box("voltage", "Volts on the display", "V")],
    series: {
      at: "series",
      label: "Minutes and amps",
      hint: "a line each: 0 9.5",
      columns: ["minutes", "current"],
    },
  },
  bank_resistance: single("Across the bank"),
  line_to_line: {
    title: "From line to line",
    ohms: true,
    boxes: [box("l1_l2", "L1–L2", "Ω"), box("l2_l3", "L2–L3", "Ω"), box("l3_l1", "L3–L1", "Ω")],
  },
  line_currents: {
    title: "Amps in the lines",
    boxes: [
      box("voltage", "Volts, line to line", "V"),
      box("l1", "L1", "A"),
      box("l2", "L2", "A"),
      box("l3", "L3", "A"),
    ],
  },
  tapped_resistance: {
    title: "Halves and whole",
    ohms: true,
    boxes: [
      box("a_b", "First half, a–b", "Ω"),
      box("b_c", "Second half, b–c", "Ω"),
      box("a_c", "Whole, a–c", "Ω", true),
    ],
  },
  winding_resistance: single("Winding, end to end", true),
  winding_running: {
    title: "Driven",
    boxes: [
      box("voltage", "Volts on the display", "V"),
      box("current", "Amps on the display", "A"),
    ],
    extras: [choice("acted", "It acts", ACTED, "not_seen")],
  },
  set_resistances: {
    title: "Each winding",
    ohms: true,
    perRow: (row, place) => box(`displays.${place}`, row, "Ω"),
    settled: true,
  },
  flame_pair: {
    title: "Open, loaded, drop-out",
    boxes: [
      box("open", "Open", "mV"),
      box("load", "Loaded", "mV", true),
      box("drop_out", "Lets go at", "mV", true),
      box("current", "Amps", "A", true),
    ],
  },
  igniter_resistance: single("Ohms, cold", true),
  igniter_called: {
    title: "Called for",
    boxes: [
      box("voltage", "Volts on the display", "V"),
      box("current", "Amps on the display", "A", true),
    ],
    extras: [choice("glows", "It glows", ACTED, "not_seen")],
  },
  spark_gap: { title: "Gap", boxes: [box("gap", "Gap by the gauge", "mm")] },
  sequence: {
    title: "Stage by stage",
    perRow: (row, place) => box(`stages.${place}.voltage`, row, "V", true),
    rowChoice: (row, place) => choice(`stages.${place}.acted`, `${row}: acted`, ACTED, "not_seen"),
  },
  sensor_resistance: single("At a known °C"),
  sensor_points: {
    title: "Two points",
    ohms: true,
    series: {
      at: "points",
      label: "°C and display",
      hint: "a line each: 0.0 12.1k",
      columns: ["celsius", "display"],
    },
  },
  sensor_response: {
    title: "Response",
    ohms: true,
    series: { at: "displays", label: "Displays in order", hint: "blanks between" },
    extras: [choice("change", "It was", items({ warmed: "warmed", cooled: "cooled" }), "warmed")],
  },
  controller_shows: { title: "Machine shows", boxes: [box("shown", "Machine shows", "°C")] },
  loop_resistance: single("The loop's ohms"),
  thermocouple_voltage: {
    title: "Millivolts",
    boxes: [box("display", "What the display shows", "mV")],
  },
  sender_resistance: single("Sender"),
  contact_closed: single("Should be closed"),
  contact_open: single("Should be open"),
  contact_volts: {
    title: "Volts across it",
    boxes: [
      box("across", "Across it", "V"),
      box("load", "Across the load", "V", true),
      box("current", "Amps", "A", true),
    ],
    extras: [
      choice("should_be", "Should be", items({ closed: "closed", open: "open" }), "closed"),
      choice(
        "load_is",
        "Load read",
        items({ load: "across the load", far_side: "supply to far side" }),
        "load",
      ),
    ],
  },
  contact_switching: {
    title: "Where it switches",
    boxes: [
      box("opened_at", "Opened at", "°C", true),
      box("closed_at", "Closed again at", "°C", true),
    ],
    extras: [
      choice(
        "stayed",
        "It stayed",
        items({ no: "it changed", closed: "closed", open: "open" }),
        "no",
      ),
    ],
  },
  track_and_halves: {
    title: "Track and halves",
    ohms: true,
    boxes: [
      box("track", "Track, end to end", "Ω"),
      box("first_half", "Wiper to one end", "Ω", true),
      box("second_half", "Wiper to the other", "Ω", true),
    ],
  },
  sweep: {
    title: "Sweep",
    ohms: true,
    series: { at: "displays", label: "Displays in order", hint: "blanks between, OL counts" },
    extras: [{ type: "tick", at: "evenly", label: "by equal steps" }],
  },
  part_resistance: single("End to end"),
  supply_volts: {
    title: "Volts, every pair",
    perRow: (row) => box(`volts.${row}`, row, "V", true),
  },
  siblings: {
    title: "Siblings in a row",
    ohms: true,
    series: { at: "displays", label: "Displays in order", hint: "one for each part" },
  },
  wriggled: {
    title: "While wriggled",
    ohms: true,
    boxes: [box("at_rest", "At rest", "Ω"), box("least", "Least", "Ω"), box("most", "Most", "Ω")],
  },
  isolated_and_in_circuit: {
    title: "In circuit, too",
    ohms: true,
    boxes: [box("isolated", "Isolated", "Ω"), box("in_circuit", "In circuit", "Ω")],
  },
  continuity: {
    title: "Buzzer",
    connected: true,
    extras: [
      choice(
        "sounds",
        "It sounds",
        items({ not_tried: "not tried", yes: "yes", no: "no" }),
        "not_tried",
        {
          unsent: ["not_tried"],
        },
      ),
    ],
  },
};

const ACROSS: Measurand[] = ["siblings", "wriggled", "isolated_and_in_circuit", "continuity"];

/** What can be measured on each kind of part, in working order. */
export const MEASURANDS: Record<Kind, [Measurand, ...Measurand[]]> = {
  heating_element: ["between_terminals", "terminal_to_case", "running", "until_cut_out", ...ACROSS],
  element_bank: ["bank_resistance", "terminal_to_case", "running", ...ACROSS],
  three_phase_set: ["line_to_line", "terminal_to_case", "line_currents"],
  tapped_element: ["tapped_resistance", "terminal_to_case"],
  winding: ["winding_resistance", "terminal_to_case", "winding_running", ...ACROSS],
  winding_set: ["set_resistances", "terminal_to_case"],
  thermocouple_magnet: ["flame_pair"],
  igniter: ["igniter_resistance", "igniter_called", ...ACROSS],
  spark_igniter: ["set_resistances", "spark_gap"],
  ignition_sequence: ["sequence"],
  temperature_sensor: [
    "sensor_resistance",
    "sensor_points",
    "sensor_response",
    "controller_shows",
    ...ACROSS,
  ],
  thermocouple: ["loop_resistance", "thermocouple_voltage"],
  sender: ["sender_resistance", ...ACROSS],
  contact: ["contact_closed", "contact_open", "contact_volts", "contact_switching"],
  position_sensor: ["track_and_halves", "sweep"],
  high_tension_lead: ["part_resistance", ...ACROSS],
  resistive_part: ["part_resistance", ...ACROSS],
  supply: ["supply_volts"],
};

/** The boxes of a test: its own, or one for each row of what is expected. */
export function boxesOf(measurand: Measurand, expectation: Expectation | undefined): Box[] {
  const { boxes = [], perRow } = READINGS[measurand];
  return perRow ? (expectation?.rows ?? []).map((row, place) => perRow(row.label, place)) : boxes;
}
