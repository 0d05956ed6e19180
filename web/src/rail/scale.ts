import { ticks as ticksBetween } from "d3-array";
import type { RailData } from "@/api/types";

/** Where a value stands: what is not above zero has no place on a logarithmic scale but its start. */
export function placeOn(scale: RailScale, value: number): number {
  return scale.at(scale.kind === "log" ? Math.max(value, 1e-12) : value);
}

export type RailScale = {
  kind: "linear" | "log";
  /** Where a value stands, from the left [px]. */
  at: (value: number) => number;
  ticks: number[];
};

/** Beyond this many band widths a linear scale would squash the band: decades are shown instead. */
const WIDEST = 4;

/** The scale of a rail from x = 0 to `width`: linear round the band, logarithmic when decades apart. */
export function railScale(rail: RailData, width: number): RailScale {
  const { lower, upper, nominal } = rail.band;
  const values = [rail.raw?.value, rail.corrected?.value].filter(isPositive);
  const ends = [lower, upper, nominal].filter((one) => one != null);
  const low = Math.min(...ends);
  const high = Math.max(...ends);
  if (lower != null && upper == null && nominal == null) {
    return logScale(Math.min(low / 1e4, ...values.map((one) => one / 3)), high * 4, width);
  }
  const span = Math.max(high - low, Math.abs(high) * 0.08);
  const rungs = rail.rungs.slice(1, 3).map((rung) => rung.upper);
  const room = [low - 0.8 * span, Math.max(high + 0.8 * span, ...rungs.map((one) => one * 1.03))];
  const reach = rail.expanded ?? 0;
  const seen = rail.corrected?.value;
  const reached =
    seen === undefined ? room : [...room, seen - 1.25 * reach, seen + 1.25 * reach, ...values];
  // Temperatures go below zero; ohms, volts and amps do not.
  const from = rail.unit === "°C" ? Math.min(...reached) : Math.max(0, Math.min(...reached));
  const to = Math.max(...reached);
  const farAbove = low > 0 && to - high > WIDEST * span;
  const farBelow = seen !== undefined && seen > 0 && low / seen > 4 && low > WIDEST * span;
  if (farAbove || farBelow) {
    return logScale(
      Math.min(low / 3, ...values.map((one) => one / 2)),
      Math.max(high * 3, to * 1.6),
      width,
    );
  }
  const count = Math.max(3, Math.min(9, Math.round(width / 70)));
  return {
    kind: "linear",
    at: (value) => ((value - from) / (to - from)) * width,
    ticks: ticksBetween(from, to, count),
  };
}

function logScale(from: number, to: number, width: number): RailScale {
  const reach = Math.log(to / from);
  const decades = steps(from, to, [1]);
  return {
    kind: "log",
    at: (value) => (Math.log(value / from) / reach) * width,
    ticks: decades.length >= 3 ? decades : steps(from, to, [1, 2, 5]),
  };
}

/** The multiples of the powers of ten that lie between two values. */
function steps(from: number, to: number, multiples: number[]): number[] {
  const first = Math.floor(Math.log10(from));
  const last = Math.ceil(Math.log10(to));
  const powers = Array.from({ length: last - first + 1 }, (_, place) => first + place);
  return powers
    .flatMap((power) => multiples.map((one) => Number(`${one}e${power}`)))
    .filter((one) => one >= from && one <= to);
}

function isPositive(value: number | null | undefined): value is number {
  return value != null && value > 0;
}

/** A tick's label: the unit stands once, at the axis' end; prefixes where thousands would crowd. */
export function tickLabel(value: number): string {
  for (const [limit, prefix] of [
    [1e9, "G"],
    [1e6, "M"],
    [1e3, "k"],
  ] as const) {
    if (value >= limit) return `${trim(value / limit)} ${prefix}`;
  }
  return trim(value);
}

function trim(value: number): string {
  return String(Number(value.toPrecision(6)));
}

/** Push labels apart so that none overlaps its neighbour; each keeps its order. */
export function spread(positions: number[], widths: number[], from: number, to: number): number[] {
  const order = positions
    .map((_, index) => index)
    .sort((a, b) => at(positions, a) - at(positions, b));
  const placed = [...positions];
  let edge = from;
  for (const index of order) {
    const half = at(widths, index) / 2;
    placed[index] = Math.max(at(placed, index), edge + half);
    edge = at(placed, index) + half;
  }
  edge = to;
  for (const index of order.reverse()) {
    const half = at(widths, index) / 2;
    placed[index] = Math.min(at(placed, index), edge - half);
    edge = at(placed, index) - half;
  }
  return placed;
}

function at(list: number[], index: number): number {
  const value = list[index];
  if (value === undefined) throw new RangeError(`no entry ${index}`);
  return value;
}
