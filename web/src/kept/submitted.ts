import type { KeptCheck } from "@/api/types";
import { READINGS } from "@/check/entry/readings";
import { formOf } from "@/check/forms/forms";
import { clock } from "@/clock/dates";
import type { FieldDef, Fields } from "@/forms/fields";

/** The submission in trade words, in the order it was given, by the labels it was typed under. */
export function submitted({ submission, judgement }: KeptCheck): [string, string][] {
  const { spec, reading, dead_or_live: stated, conditions } = submission;
  const dead =
    stated.state === "live"
      ? `live since ${clock(stated.since)}`
      : stated.state === "proved_dead"
        ? `proved dead by ${stated.by} at ${clock(stated.at)}`
        : "loose part on the bench";
  const temperature = conditions.part_temperature
    ? `${withUnit(conditions.part_temperature, "°C")}, ${(conditions.temperature_source ?? "guessed").replaceAll("_", " ")}`
    : "not given";
  return [
    ...specified(spec),
    ...displays(
      reading,
      judgement.rows.map((row) => row.label),
    ),
    ...taken(reading),
    ["Dead or live", dead],
    ["Meter", conditions.meter?.name ?? "not known"],
    ["Part is at", temperature],
    ...(conditions.cold_junction
      ? [["Terminals at", withUnit(conditions.cold_junction, "°C")] as [string, string]]
      : []),
    ...(conditions.stands_at ? [["Stands at", conditions.stands_at] as [string, string]] : []),
    ...(conditions.supply
      ? [["Supply", withUnit(conditions.supply, "V")] as [string, string]]
      : []),
  ];
}

/** What the part should be, field by field of its form. */
function specified(spec: KeptCheck["submission"]["spec"]): [string, string][] {
  const flat = flattened(spec);
  return formOf(spec.kind, setOf(flat)).flatMap((def): [string, string][] => {
    const given = flat[def.at];
    if (def.type === "lines") {
      const count = Object.keys(flat).filter((path) => path.startsWith(`${def.at}.`)).length / 2;
      return count ? [[def.label, `${count} points`]] : [];
    }
    if (!def.label || given === undefined || given === "") return [];
    // A supply of the shop's own is told by its name.
    const own = def.at === "system" ? flat["own.label"] : undefined;
    return [[def.label, own ?? worded(def, given)]];
  });
}

/** Which set of windings it was, by the name of the first. */
function setOf(flat: Record<string, string>): Fields {
  const first = flat["windings.0.name"] ?? "";
  if (first.startsWith("low")) return { "~set": "speeds" };
  return { "~set": first.startsWith("phase") ? "phases" : "ignition" };
}

function worded(def: FieldDef, given: string): string {
  if (def.type === "choice") {
    const found = Array.isArray(def.items)
      ? def.items.find((one) => one.value === given)?.label
      : undefined;
    return found ?? given.replaceAll("_", " ");
  }
  if (def.type === "tick") return given === "true" ? "yes" : "no";
  return "unit" in def && def.unit ? withUnit(given, def.unit) : given;
}

function displays(reading: KeptCheck["submission"]["reading"], rows: string[]): [string, string][] {
  const flat = flattened(reading);
  const def = READINGS[reading.measurand];
  const boxes = def.perRow ? rows.flatMap(def.perRow) : (def.boxes ?? []);
  const shown = boxes.flatMap((box): [string, string][] => {
    const text = flat[box.at];
    if (!text) return [];
    return [[box.at === "display" ? "Display" : box.label.replace(" on the display", ""), text]];
  });
  if (!def.series) return shown;
  const at = def.series.at;
  const list = Object.entries(flat)
    .filter(([path]) => path.startsWith(`${at}.`))
    .map(([, text]) => text);
  return [...shown, [def.series.label, list.join("  ")]];
}

function taken(reading: KeptCheck["submission"]["reading"]): [string, string][] {
  if (!("lead_zero" in reading)) return [];
  return [
    ["Lead zero", reading.leads_nulled ? "off by REL" : (reading.lead_zero ?? "not given")],
    ["Connection", reading.connection?.replace("_", " ") ?? "not said"],
    ["Range", reading.range_top == null ? "auto" : `up to ${reading.range_top} Ω`],
  ];
}

/** Every text and figure by its dotted path. */
function flattened(value: unknown, path = ""): Record<string, string> {
  if (value === null || value === undefined) return {};
  if (typeof value !== "object") return { [path]: String(value) };
  return Object.assign(
    {},
    ...Object.entries(value).map(([key, part]) => flattened(part, path ? `${path}.${key}` : key)),
  );
}

/** A figure as it was written, with its unit if none was written. */
export function withUnit(text: string, unit: string): string {
  if (/[kMGm]\s*$/.test(text)) return `${text}${unit}`;
  return /[a-zΩ°%]\s*$/i.test(text) ? text : `${text} ${unit}`;
}
