import type { Spec } from "@/api/types";
import { KEYS, type KeyName } from "@/keys/shortcuts";
import {
  THERMOCOUPLE_MAGNET,
  WINDING,
  WINDING_SET_HEAD,
  WINDING_SET_TAIL,
  WINDING_SETS,
} from "./coils";
import { ELEMENT_BANK, HEATING_ELEMENT, TAPPED_ELEMENT, THREE_PHASE_SET } from "./elements";
import { type FieldDef, type Fields, standing } from "./fields";
import { IGNITER, IGNITION_SEQUENCE, SPARK_IGNITER } from "./igniters";
import {
  CONTACT,
  CONTROL,
  HEATER_SETTING,
  HIGH_TENSION_LEAD,
  POSITION_SENSOR,
  RESISTIVE_PART,
  SOLENOID_VALVE,
  SUPPLY,
  UNKNOWN_PART,
  WIRES,
} from "./others";
import { SENDER, TEMPERATURE_SENSOR, THERMOCOUPLE } from "./sensors";

export type Kind = Spec["kind"];

const FORMS: Record<Kind, FieldDef[]> = {
  heating_element: HEATING_ELEMENT,
  element_bank: ELEMENT_BANK,
  three_phase_set: THREE_PHASE_SET,
  tapped_element: TAPPED_ELEMENT,
  winding: WINDING,
  winding_set: [WINDING_SET_HEAD],
  thermocouple_magnet: THERMOCOUPLE_MAGNET,
  igniter: IGNITER,
  spark_igniter: SPARK_IGNITER,
  ignition_sequence: IGNITION_SEQUENCE,
  temperature_sensor: TEMPERATURE_SENSOR,
  thermocouple: THERMOCOUPLE,
  sender: SENDER,
  contact: CONTACT,
  position_sensor: POSITION_SENSOR,
  high_tension_lead: HIGH_TENSION_LEAD,
  resistive_part: RESISTIVE_PART,
  supply: SUPPLY,
  wires: WIRES,
  control: CONTROL,
  solenoid_valve: SOLENOID_VALVE,
  heater_setting: HEATER_SETTING,
  unknown_part: UNKNOWN_PART,
};

/** The form of a kind; a set of windings has the fields of the set that was chosen. */
export function formOf(kind: Kind, fields: Fields): FieldDef[] {
  if (kind !== "winding_set") return FORMS[kind];
  const set = standing(WINDING_SET_HEAD, fields);
  return [WINDING_SET_HEAD, ...(WINDING_SETS[set] ?? []), ...WINDING_SET_TAIL];
}

type Family = { name: KeyName; label: string; key: string; kinds: { kind: Kind; label: string }[] };

/** Families as they stand on the screen: one tap or one key each; kinds of one family in a list. */
export const FAMILIES: Family[] = [
  {
    name: "element",
    label: "Element",
    key: KEYS.element.key,
    kinds: [
      { kind: "heating_element", label: "single, or dual plate" },
      { kind: "element_bank", label: "bank in parallel" },
      { kind: "three_phase_set", label: "three-phase set" },
      { kind: "tapped_element", label: "two halves, tapped" },
      { kind: "heater_setting", label: "its setting" },
    ],
  },
  {
    name: "winding",
    label: "Coil",
    key: KEYS.winding.key,
    kinds: [
      { kind: "winding", label: "one winding" },
      { kind: "winding_set", label: "set of windings" },
      { kind: "thermocouple_magnet", label: "thermocouple and magnet" },
      { kind: "solenoid_valve", label: "valve, leak-down" },
    ],
  },
  {
    name: "igniter",
    label: "Igniter",
    key: KEYS.igniter.key,
    kinds: [
      { kind: "igniter", label: "hot surface" },
      { kind: "spark_igniter", label: "spark" },
      { kind: "ignition_sequence", label: "the whole sequence" },
    ],
  },
  {
    name: "sensor",
    label: "Sensor",
    key: KEYS.sensor.key,
    kinds: [
      { kind: "temperature_sensor", label: "in ohms" },
      { kind: "thermocouple", label: "thermocouple" },
      { kind: "sender", label: "sender, two wires" },
    ],
  },
  {
    name: "contact",
    label: "Contact",
    key: KEYS.contact.key,
    kinds: [
      { kind: "contact", label: "contact" },
      { kind: "control", label: "a control's output" },
    ],
  },
  {
    name: "position",
    label: "Position",
    key: KEYS.position.key,
    kinds: [{ kind: "position_sensor", label: "three terminals" }],
  },
  {
    name: "lead",
    label: "HT lead",
    key: KEYS.lead.key,
    kinds: [{ kind: "high_tension_lead", label: "lead" }],
  },
  {
    name: "supply",
    label: "Supply",
    key: KEYS.supply.key,
    kinds: [
      { kind: "supply", label: "supply" },
      { kind: "wires", label: "wires, both ends" },
    ],
  },
  {
    name: "other",
    label: "Other",
    key: KEYS.other.key,
    kinds: [
      { kind: "resistive_part", label: "resistive" },
      { kind: "unknown_part", label: "no figures known" },
    ],
  },
];

export function familyOf(kind: Kind): Family {
  const found = FAMILIES.find((family) => family.kinds.some((one) => one.kind === kind));
  if (!found) throw new RangeError(`no family has ${kind}`);
  return found;
}
