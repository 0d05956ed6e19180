import type { Spec } from "@/api/types";
import { type FieldDef, type Fields, standing } from "@/forms/fields";
import {
  THERMOCOUPLE_MAGNET,
  WINDING,
  WINDING_SET_HEAD,
  WINDING_SET_TAIL,
  WINDING_SETS,
} from "./coils";
import { ELEMENT_BANK, HEATING_ELEMENT, TAPPED_ELEMENT, THREE_PHASE_SET } from "./elements";
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

type Built = {
  kind: Kind;
  label: string;
  /** What people call it besides, for whoever looks for it. */
  also: string;
};
type Family = { name: string; label: string; kinds: Built[] };

/** Families as they stand on the screen, one tap each; kinds of one family in a list. */
export const FAMILIES: Family[] = [
  {
    name: "element",
    label: "Element",
    kinds: [
      {
        kind: "heating_element",
        label: "single, or dual plate",
        also: "heater, cartridge, tubular, hose, mat, dual plate, watts",
      },
      { kind: "element_bank", label: "bank in parallel", also: "bank, parallel, heaters, mats" },
      {
        kind: "three_phase_set",
        label: "three-phase set",
        also: "star, delta, three-phase, 400 V heaters",
      },
      {
        kind: "tapped_element",
        label: "two halves, tapped",
        also: "dual element, split, high and low heat",
      },
      {
        kind: "heater_setting",
        label: "its setting",
        also: "target, thermostat set too high, heat-up time",
      },
    ],
  },
  {
    name: "winding",
    label: "Coil",
    kinds: [
      {
        kind: "winding",
        label: "one winding",
        also: "solenoid, relay, contactor, stator, motor, pick-up, transformer, valve coil",
      },
      {
        kind: "winding_set",
        label: "set of windings",
        also: "ignition coil, primary and secondary, motor windings, speeds",
      },
      {
        kind: "thermocouple_magnet",
        label: "thermocouple and magnet",
        also: "flame does not stay, pilot, millivolts",
      },
      { kind: "solenoid_valve", label: "valve, leak-down", also: "leak-down, drain, stuck valve" },
    ],
  },
  {
    name: "igniter",
    label: "Igniter",
    kinds: [
      {
        kind: "igniter",
        label: "hot surface",
        also: "glow bar, silicon carbide, nitride, hot surface",
      },
      { kind: "spark_igniter", label: "spark", also: "electrode, gap, spark transformer" },
      {
        kind: "ignition_sequence",
        label: "the whole sequence",
        also: "does not light, stages, purge, gas valve",
      },
    ],
  },
  {
    name: "sensor",
    label: "Sensor",
    kinds: [
      {
        kind: "temperature_sensor",
        label: "in ohms",
        also: "NTC, PTC, thermistor, Pt100, platinum, silicon",
      },
      { kind: "thermocouple", label: "thermocouple", also: "type K, J, N, S, millivolts" },
      { kind: "sender", label: "sender, two wires", also: "gauge, tank, level, oil, fuel" },
    ],
  },
  {
    name: "contact",
    label: "Contact",
    kinds: [
      {
        kind: "contact",
        label: "contact",
        also: "thermostat, limit, fuse, switch, relay contact, pressure switch, door switch",
      },
      {
        kind: "control",
        label: "a control's output",
        also: "board, controller, output, solid-state relay",
      },
    ],
  },
  {
    name: "position",
    label: "Position",
    kinds: [
      {
        kind: "position_sensor",
        label: "three terminals",
        also: "potentiometer, throttle, track, wiper",
      },
    ],
  },
  {
    name: "lead",
    label: "HT lead",
    kinds: [{ kind: "high_tension_lead", label: "lead", also: "spark lead, plug lead, cap" }],
  },
  {
    name: "supply",
    label: "Supply",
    kinds: [
      { kind: "supply", label: "supply", also: "mains, volts, phases, battery" },
      {
        kind: "wires",
        label: "wires, both ends",
        also: "harness, ground, voltage drop, bad joint",
      },
    ],
  },
  {
    name: "other",
    label: "Other",
    kinds: [
      { kind: "resistive_part", label: "resistive", also: "resistor, any ohms" },
      {
        kind: "unknown_part",
        label: "no figures known",
        also: "no figures, compare with each other",
      },
    ],
  },
];

export function familyOf(kind: Kind): Family {
  const found = FAMILIES.find((family) => family.kinds.some((one) => one.kind === kind));
  if (!found) throw new RangeError(`no family has ${kind}`);
  return found;
}
