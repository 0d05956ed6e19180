import type { CircuitRow } from "@/api/types";

export const KINDS: { value: CircuitRow["kind"]; label: string }[] = [
  { value: "load", label: "element, lamp, igniter" },
  { value: "coil", label: "coil" },
  { value: "split_load", label: "element of three terminals" },
  { value: "sensor", label: "sensor" },
  { value: "normally_closed", label: "contact, closed at rest" },
  { value: "normally_open", label: "contact, open at rest" },
  { value: "output", label: "output of a control or board" },
  { value: "changeover", label: "changeover contact" },
  { value: "fuse", label: "fuse, protective device" },
  { value: "joint", label: "wire with its joints" },
  { value: "source", label: "supply" },
  { value: "neutral", label: "neutral, return" },
];

type Field = "ohms" | "second_ohms" | "volts" | "va" | "moved_by" | "degrees" | "trips_at";

/** What it takes to get at a part's terminals, as a choice [min]. */
export const REACH = [
  { value: "", label: "as usual" },
  ...[1, 5, 10, 20, 60].map((one) => ({ value: String(one), label: `${one} min` })),
];

/** How often a part fails against its like, as a choice. */
export const FAILS = [
  { value: "1", label: "as its like" },
  { value: "0.3", label: "seldom" },
  { value: "3", label: "× 3, it is handled" },
  { value: "10", label: "× 10, it failed before" },
];

/** Where a supply stands against the first, as a choice [°]. */
export const PHASES = [
  { value: "0", label: "first, or alone" },
  { value: "-120", label: "second of three" },
  { value: "120", label: "third of three" },
  { value: "180", label: "other leg" },
];

/** How many terminals a kind of row has, and which figures. */
export function shapeOf(kind: CircuitRow["kind"]): { terminals: number; fields: Field[] } {
  switch (kind) {
    case "coil":
      return { terminals: 2, fields: ["ohms", "volts", "va"] };
    case "split_load":
      return { terminals: 3, fields: ["ohms", "second_ohms"] };
    case "changeover":
      return { terminals: 3, fields: ["moved_by"] };
    case "normally_closed":
    case "normally_open":
      return { terminals: 2, fields: ["moved_by"] };
    case "source":
      return { terminals: 2, fields: ["volts", "degrees", "trips_at"] };
    case "output":
    case "fuse":
    case "joint":
    case "neutral":
      return { terminals: 2, fields: [] };
    default:
      return { terminals: 2, fields: ["ohms"] };
  }
}

/** What changes when a row becomes of another kind: what that kind has not is dropped with it. */
export function asKind(row: CircuitRow, kind: CircuitRow["kind"]): Partial<CircuitRow> {
  const { fields } = shapeOf(kind);
  return { kind, moved_by: fields.includes("moved_by") ? row.moved_by : "" };
}

/** A row that is not there yet, with a key of its own. */
export function newRow(rows: CircuitRow[]): CircuitRow {
  const used = rows.map((one) => Number(one.key.replace(/^r/, "")) || 0);
  return {
    key: `r${Math.max(0, ...used) + 1}`,
    name: "part",
    kind: "load",
    nodes: ["", ""],
    position: null,
    ohms: null,
    second_ohms: null,
    volts: null,
    va: null,
    degrees: 0,
    moved_by: "",
    trips_at: null,
    minutes: null,
    fails: 1,
  };
}
