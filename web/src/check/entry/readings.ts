import { ANY_OHMS, DECLARED, TESTS } from "@/api/measurands.gen";
import type { Expectation, Measurand } from "@/api/types";
import type { Kind } from "@/check/forms/forms";
import { choice, type FieldDef, items, type ListDef } from "@/forms/fields";

export type Box = {
  at: string;
  label: string;
  unit: string;
  optional?: boolean;
  /** Where a row has several boxes: the row's name, and what this one is called in it. */
  inRow?: { row: string; name: string };
  /** Return passes it over: few people give it. */
  aside?: boolean;
};

/** A list of figures in the order they came, typed into one field. */
export type Series = {
  at: string;
  label: string;
  hint: string;
  columns?: [string, string];
  /** What stands after a ± at the end of a line. */
  limit?: string;
  /** A word may stand first in a line. */
  words?: boolean;
};

/** How a test is typed in; what it is called and where it belongs is declared by the core. */
export type Form = {
  boxes?: Box[];
  /** The boxes of each row of the expectation, its name in the path. */
  perRow?: (row: string, place: number) => Box[];
  /** A choice for each row, beside its box. */
  rowChoice?: (row: string, place: number) => ListDef;
  series?: Series;
  extras?: FieldDef[];
};

export type ReadingDef = Form & {
  title: string;
  dead_or_live: "dead" | "live" | "either";
  role: string;
  /** Ohms: how the leads, the range and the connection were. */
  ohms: boolean;
  /** Isolated or in circuit matters. */
  connected: boolean;
  settled: boolean;
  /** It may ask something that is answered by its code. */
  asks: boolean;
  /** Where the probes go; a part may have a drawing of its own. */
  probes: Expectation["probes"];
};

const DISPLAY: Box = { at: "display", label: "What the display shows", unit: "Ω" };
const SINGLE: Form = { boxes: [DISPLAY] };
const box = (at: string, label: string, unit: string, optional = false): Box => ({
  at,
  label,
  unit,
  optional,
});
const boxInRow = (row: string, name: string, at: string, unit: string): Box => ({
  ...box(at, `${row}, ${name}`, unit, true),
  inRow: { row, name },
});
const SAID = items({ not_said: "not said", yes: "yes", no: "no" });
const ACTED = items({ not_seen: "not seen", yes: "yes", no: "no" });

const FORMS: Record<Measurand, Form> = {
  between_terminals: SINGLE,
  terminal_to_case: {
    boxes: [DISPLAY],
    extras: [
      choice(
        "taken_while",
        "Read",
        items({ at_rest: "at rest", moved: "moved", warm: "warm" }),
        "at_rest",
        { obvious: true },
      ),
    ],
  },
  insulation_test: {
    boxes: [box("display", "What the tester shows", "Ω")],
    extras: [
      choice(
        "volts",
        "At",
        items({ due: "as due", "250": "250 V", "500": "500 V", "1000": "1000 V" }),
        "due",
        { unsent: ["due"] },
      ),
    ],
  },
  running: {
    boxes: [
      box("voltage", "Volts on the display", "V"),
      box("current", "Amps on the display", "A"),
    ],
  },
  until_cut_out: {
    boxes: [box("voltage", "Volts on the display", "V")],
    series: {
      at: "series",
      label: "Minutes and amps",
      hint: "a line each: 0 9.5",
      columns: ["minutes", "current"],
    },
  },
  bank_resistance: SINGLE,
  line_to_line: {
    boxes: [box("l1_l2", "L1–L2", "Ω"), box("l2_l3", "L2–L3", "Ω"), box("l3_l1", "L3–L1", "Ω")],
  },
  line_currents: {
    boxes: [
      box("voltage", "Volts, line to line", "V"),
      box("l1", "L1", "A"),
      box("l2", "L2", "A"),
      box("l3", "L3", "A"),
    ],
  },
  tapped_resistance: {
    boxes: [
      box("a_b", "First half, a–b", "Ω"),
      box("b_c", "Second half, b–c", "Ω"),
      box("a_c", "Whole, a–c", "Ω", true),
    ],
  },
  winding_resistance: SINGLE,
  winding_running: {
    boxes: [
      box("voltage", "Volts on the display", "V"),
      box("current", "Amps on the display", "A"),
    ],
    extras: [choice("acted", "It acts", ACTED, "not_seen")],
  },
  set_resistances: {
    perRow: (row, place) => [box(`displays.${place}`, row, "Ω")],
  },
  flame_pair: {
    boxes: [
      box("open", "Open", "mV"),
      box("load", "Loaded", "mV", true),
      box("drop_out", "Drops out at", "mV", true),
      box("current", "Amps", "A", true),
    ],
  },
  igniter_resistance: SINGLE,
  igniter_called: {
    boxes: [
      box("voltage", "Volts on the display", "V"),
      box("current", "Amps on the display", "A", true),
    ],
    extras: [choice("glows", "It glows", ACTED, "not_seen")],
  },
  spark_gap: { boxes: [box("gap", "Gap by the gauge", "mm")] },
  sequence: {
    perRow: (row, place) => [
      { ...boxInRow(row, "volts", `stages.${place}.voltage`, "V"), label: row },
      { ...boxInRow(row, "after", `stages.${place}.after`, "s"), aside: true },
    ],
    rowChoice: (row, place) => choice(`stages.${place}.acted`, `${row}: acted`, ACTED, "not_seen"),
  },
  sensor_resistance: SINGLE,
  sensor_points: {
    series: {
      at: "points",
      label: "°C and display",
      hint: "a line each: 0.0 12.1k, its thermometer's ±0.3 after it",
      columns: ["celsius", "display"],
      limit: "limit",
    },
  },
  sensor_response: {
    series: { at: "displays", label: "Displays in order", hint: "blanks between" },
    extras: [choice("change", "It was", items({ warmed: "warmed", cooled: "cooled" }), "warmed")],
  },
  controller_shows: { boxes: [box("shown", "Machine shows", "°C")] },
  loop_resistance: SINGLE,
  thermocouple_voltage: {
    boxes: [box("display", "What the display shows", "mV")],
  },
  sender_resistance: SINGLE,
  unknown_resistance: SINGLE,
  contact_closed: SINGLE,
  contact_open: SINGLE,
  contact_volts: {
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
    boxes: [
      box("track", "Track, end to end", "Ω"),
      box("first_half", "Wiper to one end", "Ω", true),
      box("second_half", "Wiper to the other", "Ω", true),
    ],
  },
  sweep: {
    series: { at: "displays", label: "Displays in order", hint: "blanks between, OL counts" },
    extras: [{ type: "tick", at: "evenly", label: "by equal steps" }],
  },
  part_resistance: SINGLE,
  supply_volts: {
    perRow: (row) => [box(`volts.${row}`, row, "V", true)],
  },
  wire_ends: {
    perRow: (row, place) => [
      boxInRow(row, "source", `ends.${place}.at_source`, "V"),
      boxInRow(row, "part", `ends.${place}.at_part`, "V"),
      boxInRow(row, "along", `ends.${place}.along`, "V"),
    ],
    extras: [choice("loaded", "Its current flows", SAID, "not_said", { unsent: ["not_said"] })],
  },
  control_output: {
    boxes: [box("feed", "On its feed", "V"), box("output", "At its output", "V")],
    extras: [
      choice("called", "It is called", SAID, "not_said", { unsent: ["not_said"] }),
      choice("acted", "The load acts", ACTED, "not_seen"),
    ],
  },
  leak_down: {
    series: {
      at: "valves",
      label: "Shut, and seconds to drain",
      hint: "a line each: holds 6.2, drains 5.1, holds stays",
      columns: ["shut", "seconds"],
      words: true,
    },
  },
  setting_reach: {
    boxes: [
      box("target", "It is set to", "°C"),
      box("start", "It starts from", "°C"),
      box("supply", "Volts at it", "V", true),
      box("within", "In at most", "min", true),
    ],
  },
  siblings: {
    series: { at: "displays", label: "Displays in order", hint: "one for each part" },
  },
  wriggled: {
    boxes: [box("at_rest", "At rest", "Ω"), box("least", "Least", "Ω"), box("most", "Most", "Ω")],
  },
  isolated_and_in_circuit: {
    boxes: [box("isolated", "Isolated", "Ω"), box("in_circuit", "In circuit", "Ω")],
  },
  continuity: {
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

export const READINGS = Object.fromEntries(
  Object.entries(DECLARED).map(([name, about]) => [
    name,
    { ...FORMS[name as Measurand], ...about },
  ]),
) as unknown as Record<Measurand, ReadingDef>;

/** What can be measured on each kind of part, in working order. */
export const MEASURANDS = TESTS as unknown as Record<Kind, [Measurand, ...Measurand[]]>;

/** Tests that any part takes which is judged by a single reading in ohms. */
export const BESIDE: readonly Measurand[] = ANY_OHMS;

/** The boxes of a test: its own, or one for each row of what is expected. */
export function boxesOf(measurand: Measurand, expectation: Expectation | undefined): Box[] {
  const { boxes = [], perRow } = READINGS[measurand];
  return perRow
    ? (expectation?.rows ?? []).flatMap((row, place) => perRow(row.label, place))
    : boxes;
}
