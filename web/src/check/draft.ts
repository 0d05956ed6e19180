import type { ConditionsIn, Measurand, Reading, Spec } from "@/api/types";

export type Entry = {
  display: string;
  voltage: string;
  rangeTop: string;
  connection: "isolated" | "in_circuit";
  answers: Record<string, string>;
};

/** Everything that is typed or chosen on the Check screen, as it stands. */
export type Draft = {
  id: string;
  label: string;
  ratingBy: "plate" | "ohms";
  power: string;
  voltage: string;
  dual: boolean;
  power2: string;
  voltage2: string;
  judgedBy: "first" | "second";
  ohms: string;
  ohmsVoltage: string;
  school: "appliance_input" | "percent_of_resistance" | "own_limits";
  percent: string;
  lower: string;
  upper: string;
  alloy: string;
  ratio: string;
  rule: "simple" | "guarded_acceptance" | "guarded_rejection";
  partTemperature: string;
  temperatureSource: ConditionsIn["temperature_source"];
  supply: string;
  meter: string;
  leadZero: string;
  leadsNulled: boolean;
  measurand: Measurand;
  entries: Record<Measurand, Entry>;
};

const EMPTY_ENTRY: Entry = {
  display: "",
  voltage: "",
  rangeTop: "auto",
  connection: "isolated",
  answers: {},
};

export const MEASURANDS: Measurand[] = ["between_terminals", "terminal_to_case", "running"];
export const NO_ALLOY = "none";
export const OWN_RATIO = "own_ratio";
export const UNKNOWN_METER = "unknown";

export function newDraft(): Draft {
  return {
    id: crypto.randomUUID(),
    label: "",
    ratingBy: "plate",
    power: "",
    voltage: "",
    dual: false,
    power2: "",
    voltage2: "",
    judgedBy: "first",
    ohms: "",
    ohmsVoltage: "",
    school: "appliance_input",
    percent: "10",
    lower: "",
    upper: "",
    alloy: NO_ALLOY,
    ratio: "",
    rule: "simple",
    partTemperature: "",
    temperatureSource: "air_settled",
    supply: "",
    meter: UNKNOWN_METER,
    leadZero: "",
    leadsNulled: false,
    measurand: "between_terminals",
    entries: {
      between_terminals: EMPTY_ENTRY,
      terminal_to_case: EMPTY_ENTRY,
      running: EMPTY_ENTRY,
    },
  };
}

/** A new part: what belongs to the bench stays (meter, leads, room), what belongs to the part goes. */
export function nextPart(draft: Draft): Draft {
  const { meter, leadZero, leadsNulled, partTemperature, temperatureSource, supply, rule } = draft;
  return {
    ...newDraft(),
    ...{ meter, leadZero, leadsNulled, partTemperature, temperatureSource, supply, rule },
  };
}

/** After a check was kept: the entry is empty again, and the next one has a name of its own. */
export function afterKeeping(draft: Draft): Draft {
  const { rangeTop, connection } = draft.entries[draft.measurand];
  const cleared = { ...EMPTY_ENTRY, rangeTop, connection };
  return {
    ...draft,
    id: crypto.randomUUID(),
    entries: { ...draft.entries, [draft.measurand]: cleared },
  };
}

/** The spec as typed; null while nothing is given yet. The server says what is wrong with it. */
export function specOf(draft: Draft): Spec | null {
  const rating = ratingOf(draft);
  if (!rating) return null;
  return {
    kind: "heating_element",
    rating,
    tolerance: toleranceOf(draft),
    alloy:
      draft.alloy === NO_ALLOY || draft.alloy === OWN_RATIO
        ? null
        : (draft.alloy as NonNullable<Spec["alloy"]>),
    hot_cold_ratio: draft.alloy === OWN_RATIO ? draft.ratio : null,
  };
}

function ratingOf(draft: Draft): Spec["rating"] | null {
  if (draft.ratingBy === "ohms") {
    if (!draft.ohms.trim()) return null;
    return { by: "ohms", resistance: draft.ohms, voltage: orNull(draft.ohmsVoltage) };
  }
  if (!draft.power.trim() && !draft.voltage.trim()) return null;
  const pairs = [{ power: draft.power, voltage: draft.voltage }];
  const second = draft.dual && (draft.power2.trim() || draft.voltage2.trim());
  if (second) pairs.push({ power: draft.power2, voltage: draft.voltage2 });
  return { by: "plate", pairs, judged_by: second ? draft.judgedBy : "first" };
}

function toleranceOf(draft: Draft): Spec["tolerance"] {
  if (draft.school === "percent_of_resistance") {
    return { school: "percent_of_resistance", percent: draft.percent };
  }
  if (draft.school === "own_limits") {
    return { school: "own_limits", lower: orNull(draft.lower), upper: orNull(draft.upper) };
  }
  return { school: "appliance_input" };
}

export function conditionsOf(draft: Draft): ConditionsIn {
  return {
    meter: draft.meter === UNKNOWN_METER ? null : Number(draft.meter),
    part_temperature: orNull(draft.partTemperature),
    temperature_source: draft.temperatureSource,
    thermometer_limit: null,
    supply: orNull(draft.supply),
  };
}

/** The reading as typed; null while its display is empty. */
export function readingOf(draft: Draft): Reading | null {
  const entry = draft.entries[draft.measurand];
  if (draft.measurand === "running") {
    if (!entry.voltage.trim() || !entry.display.trim()) return null;
    return {
      measurand: "running",
      voltage: entry.voltage,
      current: entry.display,
      answers: entry.answers,
    };
  }
  if (!entry.display.trim()) return null;
  return {
    measurand: draft.measurand,
    display: entry.display,
    lead_zero: orNull(draft.leadZero),
    leads_nulled: draft.leadsNulled,
    range_top: entry.rangeTop === "auto" ? null : Number(entry.rangeTop),
    connection: entry.connection,
    answers: entry.answers,
  };
}

function orNull(text: string): string | null {
  return text.trim() ? text : null;
}
