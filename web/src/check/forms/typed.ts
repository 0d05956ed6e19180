import type { Spec } from "@/api/types";
import { type FieldDef, type Fields, slotOf } from "@/forms/fields";
import { finished } from "./finished";
import { formOf, type Kind } from "./forms";

type Json = unknown;

/** An element whose hot/cold ratio is given has no alloy: a choice that is not sent. */
const OWN_RATIO = "own_ratio";

/** The fields of a form as if a spec had been typed into it; null where the form cannot hold it all. */
export function typedOf(spec: Spec): Fields | null {
  const kind = spec.kind as Kind;
  const fields: Fields = { ...heads(spec) };
  const form = formOf(kind, fields);
  const spread = asPlaced(spec);
  for (const def of form) {
    if (def.at.startsWith("~")) continue;
    const value = shown(def, at(spread, def.at), spec);
    if (!isOffered(def, value)) return null;
    if (value !== undefined) fields[slotOf(def)] = value;
  }
  return holds(finished(kind, fields), spec) ? fields : null;
}

/** The spec with each stage of a sequence at the place that a form has for it. */
function asPlaced(spec: Spec): Json {
  if (spec.kind !== "ignition_sequence") return spec;
  const there = (name: string) => spec.stages.find((one) => one.name === name);
  const stages = fixedNames(formOf(spec.kind, {}));
  return { ...spec, stages: stages.map((name) => there(name) ?? { name, voltage: null }) };
}

/** What a form asks that is not sent: whether there is a second pair, which set of windings it is. */
function heads(spec: Spec): Fields {
  const pairs = at(spec, "rating.pairs");
  if (Array.isArray(pairs) && pairs.length > 1) return { "~dual": true };
  if (spec.kind !== "winding_set") return {};
  const names = spec.windings.map((one) => one.name);
  const [head] = formOf(spec.kind, {});
  const sets = head?.type === "choice" && Array.isArray(head.items) ? head.items : [];
  const set = sets.find((one) =>
    sameNames(names, fixedNames(formOf(spec.kind, { "~set": one.value }))),
  );
  return set ? { "~set": set.value } : {};
}

/** The names that a form sends without asking, in order: of stages, of windings. */
function fixedNames(form: FieldDef[]): string[] {
  return form.flatMap((def) =>
    def.type === "choice" && def.at.endsWith(".name") ? [def.start] : [],
  );
}

/** Whether a choice has this among its own; those of the shop's lists are the server's to know. */
function isOffered(def: FieldDef, value: string | boolean | undefined): boolean {
  if (def.type !== "choice" || value === undefined || !Array.isArray(def.items)) return true;
  return def.items.some((one) => one.value === value);
}

function sameNames(one: string[], other: string[]): boolean {
  return one.length === other.length && one.every((name, place) => name === other[place]);
}

function at(value: Json, path: string): Json {
  return path.split(".").reduce<Json>((inner, step) => {
    if (inner === null || typeof inner !== "object") return undefined;
    return (inner as Record<string, Json>)[step];
  }, value);
}

function shown(def: FieldDef, value: Json, spec: Spec): string | boolean | undefined {
  if (def.type === "choice" && def.unsent?.includes(OWN_RATIO) && value == null) {
    const ratio = at(spec, def.at.replace(/alloy$/, "hot_cold_ratio"));
    return ratio == null ? undefined : OWN_RATIO;
  }
  // What is left out says “none”, where a form would begin with a figure.
  if (value === null) return def.type === "text" && def.start ? "" : undefined;
  if (value === undefined) return undefined;
  if (def.type === "tick") return value === true;
  if (def.type === "lines" && Array.isArray(value)) {
    const line = (row: Record<string, Json>) => def.columns.map((name) => String(row[name] ?? ""));
    return value.map((row) => line(row as Record<string, Json>).join("\t")).join("\n");
  }
  if (def.type === "names" && Array.isArray(value)) return value.join(", ");
  return String(value);
}

/** Whether all that a spec says is in what the form would send. */
function holds(sent: Json, said: Json, path = ""): boolean {
  if (said === null || said === undefined || said === false) return true;
  if (Array.isArray(said)) {
    const list = Array.isArray(sent) ? sent : [];
    return said.every((one, place) => holds(list[place], one, `${path}.${place}`));
  }
  if (typeof said === "object") {
    const inner = (sent ?? {}) as Record<string, Json>;
    return Object.entries(said).every(([key, one]) =>
      holds(inner[key], one, path ? `${path}.${key}` : key),
    );
  }
  if (sent !== undefined) return String(sent) === String(said);
  return DEFAULTS.has(`${path.replace(/^(member|branch|first|second)\./, "")}=${said}`);
}

/** What a spec says where nothing was said, and a form does not ask. */
const DEFAULTS = new Set([
  "rating.judged_by=first",
  "kind=heating_element",
  "tolerance.school=percent_of_resistance",
]);
