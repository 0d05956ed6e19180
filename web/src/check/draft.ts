import type { ConditionsIn, Expectation, FoundSpec, Measurand, Reading, Spec } from "@/api/types";
import { type FieldDef, type Fields, filled, isBlank, put, rows } from "@/forms/fields";
import { listIn } from "@/forms/lists";
import { newId } from "@/stored/newId";
import { boxesOf, MEASURANDS, READINGS, type Series } from "./entry/readings";
import { finished } from "./forms/finished";
import { formOf, type Kind } from "./forms/forms";
import { typedOf } from "./forms/typed";

export type Connection = "isolated" | "in_circuit";

/** What was typed for one test, and how it was taken. */
export type Entry = {
  fields: Fields;
  rangeTop: string;
  /** Null until it is answered: nobody assumes it. */
  connection: Connection | null;
  answers: Record<string, string>;
};

type TemperatureSource = NonNullable<ConditionsIn["temperature_source"]>;

export type Warm = { display: string; celsius: string; at: number };

/** Everything that is typed or chosen on the Check screen, as it stands. */
export type Draft = {
  id: string;
  label: string;
  kind: Kind;
  specs: Partial<Record<Kind, Fields>>;
  /** The spec that was found, as long as nothing of it is changed. */
  found: FoundSpec | null;
  rule: "shop" | "simple" | "guarded_acceptance" | "guarded_rejection";
  /** A set of the shop's rules; empty for the one that holds here. */
  ruleSet: string;
  /** The room's, given once for the bench or the visit. */
  room: string;
  /** The part's own: it goes with the part, and lapses when the machine goes live or waits. */
  partTemperature: string;
  temperatureSource: TemperatureSource;
  /** The shop's own that it was taken with; empty where only its kind was said. */
  thermometer: string;
  thermometerLimit: string;
  supply: string;
  coldJunction: string;
  coldJunctionSource: TemperatureSource;
  standsAt: string;
  meter: string;
  leadZero: string;
  leadsNulled: boolean;
  pair: string;
  settled: boolean;
  /** What was read while it was still warm, and when: the start of a wait. */
  warm: Warm | null;
  measurand: Measurand;
  entries: Partial<Record<Measurand, Entry>>;
  /** Checks that were kept of this part, for its finding. */
  kept: string[];
  observed: string[];
};

const EMPTY_ENTRY: Entry = {
  fields: {},
  rangeTop: "auto",
  connection: null,
  answers: {},
};
export const UNKNOWN_METER = "unknown";

/** A part of which nobody said how warm it is. */
export const NO_TEMPERATURE: Pick<
  Draft,
  "partTemperature" | "temperatureSource" | "thermometer" | "thermometerLimit" | "settled" | "warm"
> = {
  partTemperature: "",
  temperatureSource: "guessed",
  thermometer: "",
  thermometerLimit: "",
  settled: true,
  warm: null,
};

/** A part that has settled in the room: as warm as the air there. */
export function settledInRoom(draft: Pick<Draft, "room">): Partial<Draft> {
  return {
    ...NO_TEMPERATURE,
    partTemperature: draft.room,
    temperatureSource: "air_settled",
  };
}

export function newDraft(): Draft {
  return {
    id: newId(),
    label: "",
    kind: "heating_element",
    specs: {},
    found: null,
    rule: "shop",
    ruleSet: "",
    room: "",
    ...NO_TEMPERATURE,
    supply: "",
    coldJunction: "",
    coldJunctionSource: "contact_probe",
    standsAt: "",
    meter: UNKNOWN_METER,
    leadZero: "",
    leadsNulled: false,
    pair: "",
    measurand: "between_terminals",
    entries: {},
    kept: [],
    observed: [],
  };
}

/** What stands in the entry of a test. */
export function entryOf(draft: Draft, measurand: Measurand = draft.measurand): Entry {
  return draft.entries[measurand] ?? { ...EMPTY_ENTRY, connection: answered(draft) };
}

/** How this part was connected, as far as another of its tests was answered. */
function answered(draft: Draft): Connection | null {
  return Object.values(draft.entries).find((one) => one.connection)?.connection ?? null;
}

/** A kind of part and what was typed of it. */
export type SpecDraft = Pick<Draft, "kind" | "specs"> & Partial<Pick<Draft, "found">>;

/** A spec that was found, as if it had been typed, and still whole while nothing of it is changed. */
export function takenUp(found: FoundSpec): Required<SpecDraft> {
  const { kind } = found.spec;
  return { kind, specs: { [kind]: typedOf(found.spec) ?? {} }, found };
}

/** With another text at a place of its form: it is no longer the spec that was found. */
export function retyped(draft: SpecDraft, at: string, value: string | boolean) {
  const specs = { ...draft.specs, [draft.kind]: { ...draft.specs[draft.kind], [at]: value } };
  return { specs, found: null };
}

export function specFields(draft: SpecDraft): Fields {
  return draft.specs[draft.kind] ?? {};
}

/** A new part: what belongs to the bench stays (meter, leads, room), what belongs to the part goes. */
export function nextPart(draft: Draft): Draft {
  const { meter, leadZero, leadsNulled, room, coldJunction, supply, rule, ruleSet } = draft;
  return {
    ...ofKind(newDraft(), draft.kind),
    ...{ meter, leadZero, leadsNulled, room, coldJunction, supply, rule, ruleSet },
  };
}

/** The draft for another kind of part, with its first test. */
export function ofKind(draft: Draft, kind: Kind): Draft {
  const { kept, observed } = { kept: [], observed: [] };
  const measurand = MEASURANDS[kind][0];
  return { ...draft, ...NO_TEMPERATURE, kind, found: null, measurand, kept, observed };
}

/** After a check was kept: the entry is empty again, and the next one has a name of its own. */
export function afterKeeping(draft: Draft): Draft {
  const { rangeTop, connection } = entryOf(draft);
  return {
    ...draft,
    id: newId(),
    kept: [...draft.kept, draft.id],
    entries: { ...draft.entries, [draft.measurand]: { ...EMPTY_ENTRY, rangeTop, connection } },
  };
}

/** The spec as typed; null while nothing is given yet. The server says what is wrong with it. */
export function specOf(draft: SpecDraft): Spec | null {
  if (draft.found && draft.found.spec.kind === draft.kind) return draft.found.spec;
  const fields = specFields(draft);
  return isBlank(formOf(draft.kind, fields), fields) ? null : finished(draft.kind, fields);
}

export function conditionsOf(draft: Draft): ConditionsIn {
  return {
    meter: draft.meter === UNKNOWN_METER ? null : Number(draft.meter),
    meter_air: orNull(draft.room),
    thermometer: draft.thermometer ? Number(draft.thermometer) : null,
    part_temperature: orNull(draft.partTemperature),
    temperature_source: draft.temperatureSource,
    thermometer_limit: orNull(draft.thermometerLimit),
    supply: orNull(draft.supply),
    cold_junction: draft.kind === "thermocouple" ? orNull(draft.coldJunction) : null,
    cold_junction_source: draft.kind === "thermocouple" ? draft.coldJunctionSource : null,
    stands_at: draft.kind === "sender" ? orNull(draft.standsAt) : null,
    rule_set: draft.ruleSet ? Number(draft.ruleSet) : null,
  };
}

/** The decision rule as it is sent: null for that of the shop's rules. */
export function ruleOf({ rule }: Draft) {
  return rule === "shop" ? null : rule;
}

/** The reading as typed; null while a display that it needs is empty. */
export function readingOf(
  draft: Draft,
  expectation: Expectation | undefined,
  connection: Connection | null = entryOf(draft).connection,
): Reading | null {
  const { measurand } = draft;
  const def = READINGS[measurand];
  const entry = entryOf(draft);
  const extras = filled(def.extras ?? [], entry.fields);
  const sent: Record<string, unknown> & {
    [Key in "stages" | "connection" | "settled" | "pair" | "answers"]?: unknown;
  } = { measurand };
  const boxes = boxesOf(measurand, expectation);
  const typed = boxes.filter(({ at }) => textIn(entry, at).trim());
  if (boxes.some((one) => !one.optional && !typed.includes(one))) return null;
  const changed = (def.extras ?? []).some((one) => isChanged(one, entry));
  if (!typed.length && !def.series && !changed) return null;
  if (measurand === "sequence") sent.stages = stages(expectation?.rows?.length ?? 0, entry);
  else for (const { at } of typed) put(sent, at.split("."), textIn(entry, at));
  if (def.series) {
    const list = seriesOf(textIn(entry, def.series.at), def.series);
    if (!list.length) return null;
    sent[def.series.at] = list;
  }
  for (const [name, list] of Object.entries(sent)) {
    // a row that was not read stands empty in its place
    if (Array.isArray(list)) sent[name] = Array.from(list, (one) => one ?? {});
  }
  for (const one of def.extras ?? []) {
    if (!isUnsent(one, extras[one.at])) sent[one.at] = extras[one.at];
  }
  const pair = measurand === "sensor_resistance" && hasPair(draft) ? orNull(draft.pair) : null;
  if (def.ohms) {
    Object.assign(sent, {
      lead_zero: pair ? null : orNull(draft.leadZero), // the pair already holds the test leads
      leads_nulled: draft.leadsNulled,
      range_top: entry.rangeTop === "auto" ? null : Number(entry.rangeTop),
    });
  }
  if (def.connected) sent.connection = connection;
  if (def.settled) sent.settled = draft.settled;
  if (pair) sent.pair = pair;
  if (def.asks) sent.answers = entry.answers;
  return sent as Reading;
}

/** Whether the sensor has like-coloured wires whose ohms are taken off. */
export function hasPair(draft: Draft): boolean {
  const fields = draft.specs.temperature_sensor ?? {};
  return (
    draft.kind === "temperature_sensor" &&
    fields["sensor.type"] === "platinum" &&
    ["3", "4"].includes(String(fields["sensor.wires"] ?? "2"))
  );
}

function isChanged(def: FieldDef, entry: Entry): boolean {
  const value = entry.fields[def.at];
  return typeof value === "string" && value !== "" && !isUnsent(def, value);
}

/** A choice that says that nothing was said. */
function isUnsent(def: FieldDef, value: unknown): boolean {
  return def.type === "choice" && (def.unsent ?? []).some((one) => one === value);
}

export function textIn(entry: Entry, at: string): string {
  const value = entry.fields[at];
  return typeof value === "string" ? value : "";
}

/** The stages of a sequence as far as something was seen of them. */
function stages(count: number, entry: Entry) {
  const all = Array.from({ length: count }, (_, place) => ({
    voltage: textIn(entry, `stages.${place}.voltage`),
    after: orNull(textIn(entry, `stages.${place}.after`)),
    acted: textIn(entry, `stages.${place}.acted`) || "not_seen",
  }));
  const seen = all.map((one) => one.voltage.trim() || one.after || one.acted !== "not_seen");
  return all.slice(0, seen.findLastIndex(Boolean) + 1);
}

function seriesOf(typed: string, { columns, ...about }: Series) {
  return columns ? rows(typed, columns, about) : listIn(typed);
}

/** How many figures or lines of a series stand there. */
export function countIn(typed: string, series: Series): number {
  return seriesOf(typed, series).length;
}

function orNull(typed: string): string | null {
  return typed.trim() ? typed : null;
}
