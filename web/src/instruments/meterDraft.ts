import type { MeterIn } from "@/api/types";

type Rating = { category: string; volts: string };

/** A meter as it is typed. */
export type MeterDraft = {
  name: string;
  kind: NonNullable<MeterIn["kind"]>;
  serial: string;
  table: string;
  buzzer: string;
  input: string;
  rms: "" | "yes" | "no";
  rated: Rating[];
  low: string;
  high: string;
  perKelvin: string;
  why: string;
};

const MEGOHM = 1e6;
const RATINGS = 2;
const NONE: Rating = { category: "", volts: "" };

const text = (value: number | null | undefined) =>
  value === null || value === undefined ? "" : String(value);

/** A meter that is there, or an empty one, to be typed. */
export function meterDraft(one: MeterIn | null): MeterDraft {
  const rated = (one?.rated ?? []).map((each) => ({
    category: each.category as string,
    volts: text(each.volts),
  }));
  return {
    name: one?.name ?? "",
    kind: one?.kind ?? "multimeter",
    serial: one?.serial ?? "",
    table: one?.table ?? "",
    buzzer: text(one?.buzzer_below),
    input: text(one?.input_resistance && one.input_resistance / MEGOHM),
    rms: one?.true_rms === true ? "yes" : one?.true_rms === false ? "no" : "",
    rated: [...rated, ...Array.from({ length: RATINGS }, () => NONE)].slice(
      0,
      Math.max(RATINGS, rated.length),
    ),
    low: text(one?.holds?.low),
    high: text(one?.holds?.high),
    perKelvin: text(one?.holds?.share_per_kelvin),
    why: "",
  };
}

/** What is sent: figures as they were typed, which the server reads, nothing for what was left out. */
export function meterOf(draft: MeterDraft): MeterIn {
  const holds = { low: draft.low, high: draft.high, share_per_kelvin: draft.perKelvin };
  const sent = {
    name: draft.name,
    kind: draft.kind,
    serial: draft.serial,
    table: draft.table,
    buzzer_below: figure(draft.buzzer),
    input_resistance: scaled(draft.input, MEGOHM),
    true_rms: draft.rms === "" ? null : draft.rms === "yes",
    rated: draft.rated
      .filter((one) => one.category || one.volts.trim())
      .map((one) => ({ category: one.category || "II", volts: figure(one.volts) ?? 0 })),
    holds: Object.values(holds).some((one) => one.trim())
      ? {
          low: figure(draft.low),
          high: figure(draft.high),
          share_per_kelvin: figure(draft.perKelvin),
        }
      : null,
    why: draft.why,
  };
  return sent as MeterIn;
}

/** A figure with a point or a comma; what is none is sent as it stands, and the server says so. */
function figure(typed: string): number | string | null {
  if (!typed.trim()) return null;
  const read = Number(typed.trim().replace(",", ".").replace("\u2212", "-"));
  return Number.isFinite(read) ? read : typed;
}

function scaled(typed: string, factor: number): number | string | null {
  const read = figure(typed);
  return typeof read === "number" ? read * factor : read;
}
