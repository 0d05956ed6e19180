import type {
  ConditionsIn,
  ElementSpec,
  Measurand,
  Reading,
  SensorSpec,
  Spec,
  WindingSpec,
} from "@/api/types";

export type Entry = {
  display: string;
  voltage: string;
  rangeTop: string;
  connection: "isolated" | "in_circuit";
  answers: Record<string, string>;
};

export type Kind = Spec["kind"];

/** Everything that is typed or chosen on the Check screen, as it stands. */
export type Draft = {
  id: string;
  label: string;
  kind: Kind;
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
  windingOhms: string;
  referenceTemperature: string;
  metal: "copper" | "aluminium";
  windingSchool: "reject_band" | "never_gains_ohms";
  nominalIsMost: boolean;
  baseline: string;
  siblingMedian: string;
  settled: boolean;
  sensorType: "ntc_beta" | "platinum";
  r25: string;
  beta: string;
  r0: string;
  platinumClass: "AA" | "A" | "B" | "C";
  platinumBuild: "wire" | "film";
  pair: string;
  material: "silicon_carbide" | "silicon_nitride";
  usualLower: string;
  usualUpper: string;
  lenientUpper: string;
  igniterSchool: "strict" | "lenient" | "function_first";
  length: string;
  perMetre: string;
  cap: string;
  plainOhms: string;
  device: "thermostat" | "limit" | "fuse" | "switch" | "relay";
  closedLimit: string;
  sensorSchool: "by_class" | "own_kelvin" | "percent_of_resistance";
  ownKelvin: string;
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

/** What can be measured on each kind of part, in working order. */
export const MEASURANDS: Record<Kind, [Measurand, ...Measurand[]]> = {
  heating_element: ["between_terminals", "terminal_to_case", "running"],
  winding: ["winding_resistance", "terminal_to_case"],
  temperature_sensor: ["sensor_resistance"],
  igniter: ["igniter_resistance"],
  contact: ["contact_closed", "contact_open"],
  high_tension_lead: ["part_resistance"],
  resistive_part: ["part_resistance"],
};
export const NO_ALLOY = "none";
export const OWN_RATIO = "own_ratio";
export const UNKNOWN_METER = "unknown";

export function newDraft(): Draft {
  return {
    id: crypto.randomUUID(),
    label: "",
    kind: "heating_element",
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
    windingOhms: "",
    referenceTemperature: "20",
    metal: "copper",
    windingSchool: "reject_band",
    nominalIsMost: false,
    baseline: "",
    siblingMedian: "",
    settled: true,
    sensorType: "ntc_beta",
    r25: "",
    beta: "",
    r0: "100",
    platinumClass: "B",
    platinumBuild: "wire",
    pair: "",
    material: "silicon_carbide",
    usualLower: "",
    usualUpper: "",
    lenientUpper: "",
    igniterSchool: "strict",
    length: "",
    perMetre: "",
    cap: "",
    plainOhms: "",
    device: "thermostat",
    closedLimit: "",
    sensorSchool: "by_class",
    ownKelvin: "",
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
      winding_resistance: EMPTY_ENTRY,
      sensor_resistance: EMPTY_ENTRY,
      igniter_resistance: EMPTY_ENTRY,
      contact_closed: EMPTY_ENTRY,
      contact_open: EMPTY_ENTRY,
      part_resistance: EMPTY_ENTRY,
    },
  };
}

/** A new part: what belongs to the bench stays (meter, leads, room), what belongs to the part goes. */
export function nextPart(draft: Draft): Draft {
  const { meter, leadZero, leadsNulled, partTemperature, temperatureSource, supply, rule } = draft;
  const bench = { meter, leadZero, leadsNulled, partTemperature, temperatureSource, supply, rule };
  return { ...ofKind(newDraft(), draft.kind), ...bench };
}

/** The draft for another kind of part: its first test, and a school that it has. */
export function ofKind(draft: Draft, kind: Kind): Draft {
  const school = kind === "heating_element" ? "appliance_input" : "percent_of_resistance";
  return { ...draft, kind, school, measurand: MEASURANDS[kind][0] };
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
  switch (draft.kind) {
    case "heating_element":
      return elementOf(draft);
    case "winding":
      return windingOf(draft);
    case "temperature_sensor":
      return sensorOf(draft);
    case "igniter":
      return igniterOf(draft);
    case "contact":
      return { kind: "contact", device: draft.device, closed_limit: orNull(draft.closedLimit) };
    case "high_tension_lead":
      return leadOf(draft);
    case "resistive_part":
      return draft.plainOhms.trim()
        ? {
            kind: "resistive_part",
            resistance: draft.plainOhms,
            tolerance: resistanceToleranceOf(draft),
          }
        : null;
  }
}

function igniterOf(draft: Draft): Spec | null {
  if (!(draft.usualLower + draft.usualUpper).trim()) return null;
  return {
    kind: "igniter",
    material: draft.material,
    usual_lower: draft.usualLower,
    usual_upper: draft.usualUpper,
    lenient_upper: orNull(draft.lenientUpper),
    school: draft.igniterSchool,
  };
}

function leadOf(draft: Draft): Spec | null {
  if (!(draft.length + draft.perMetre).trim()) return null;
  return {
    kind: "high_tension_lead",
    length: draft.length,
    per_metre: draft.perMetre,
    caps: draft.cap.trim() ? [draft.cap] : [],
    tolerance: resistanceToleranceOf(draft),
  };
}

function elementOf(draft: Draft): Spec | null {
  const rating = ratingOf(draft);
  if (!rating) return null;
  const named = draft.alloy !== NO_ALLOY && draft.alloy !== OWN_RATIO;
  return {
    kind: "heating_element",
    rating,
    tolerance: toleranceOf(draft),
    alloy: named ? (draft.alloy as NonNullable<ElementSpec["alloy"]>) : null,
    hot_cold_ratio: draft.alloy === OWN_RATIO ? draft.ratio : null,
  };
}

function windingOf(draft: Draft): Spec | null {
  if (!draft.windingOhms.trim()) return null;
  return {
    kind: "winding",
    resistance: draft.windingOhms,
    reference_temperature: draft.referenceTemperature,
    metal: draft.metal,
    tolerance: resistanceToleranceOf(draft),
    school: draft.windingSchool,
    nominal_is_most: draft.nominalIsMost,
    baseline: orNull(draft.baseline),
    sibling_median: orNull(draft.siblingMedian),
  };
}

function sensorOf(draft: Draft): Spec | null {
  const { sensorType, r25, beta, r0, platinumClass, platinumBuild } = draft;
  if (!(sensorType === "ntc_beta" ? r25 + beta : r0).trim()) return null;
  return {
    kind: "temperature_sensor",
    sensor:
      sensorType === "ntc_beta"
        ? { type: "ntc_beta", r25, beta }
        : { type: "platinum", r0, tolerance_class: platinumClass, build: platinumBuild },
    tolerance: sensorToleranceOf(draft),
  };
}

function sensorToleranceOf(draft: Draft): SensorSpec["tolerance"] {
  if (draft.sensorSchool === "own_kelvin") return { school: "own_kelvin", limit: draft.ownKelvin };
  if (draft.sensorSchool === "by_class") return { school: "by_class" };
  return { school: "percent_of_resistance", percent: draft.percent };
}

function ratingOf(draft: Draft): ElementSpec["rating"] | null {
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

function toleranceOf(draft: Draft): ElementSpec["tolerance"] {
  return draft.school === "appliance_input"
    ? { school: "appliance_input" }
    : resistanceToleranceOf(draft);
}

function resistanceToleranceOf(draft: Draft): WindingSpec["tolerance"] {
  if (draft.school === "own_limits") {
    return { school: "own_limits", lower: orNull(draft.lower), upper: orNull(draft.upper) };
  }
  return { school: "percent_of_resistance", percent: draft.percent };
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
  const ohms = {
    display: entry.display,
    lead_zero: orNull(draft.leadZero),
    leads_nulled: draft.leadsNulled,
    range_top: entry.rangeTop === "auto" ? null : Number(entry.rangeTop),
    connection: entry.connection,
    answers: entry.answers,
  };
  if (draft.measurand === "winding_resistance" || draft.measurand === "igniter_resistance") {
    return { measurand: draft.measurand, ...ohms, settled: draft.settled };
  }
  if (draft.measurand === "sensor_resistance") {
    const pair = draft.sensorType === "platinum" ? orNull(draft.pair) : null;
    return { measurand: draft.measurand, ...ohms, pair };
  }
  return { measurand: draft.measurand, ...ohms };
}

function orNull(text: string): string | null {
  return text.trim() ? text : null;
}
