import { choice, type FieldDef, is, items, text } from "@/forms/fields";
import { resistanceTolerance } from "./tolerances";

const BY_HEAT = is("device", "thermostat", "limit", "fuse");

export const CONTACT: FieldDef[] = [
  choice(
    "device",
    "Of a",
    items({
      thermostat: "thermostat",
      limit: "limit",
      fuse: "fuse",
      switch: "switch",
      relay: "relay",
      pressure_switch: "pressure switch",
    }),
    "thermostat",
  ),
  choice(
    "rest",
    "At rest",
    items({
      usual: "as usual for it",
      normally_closed: "normally closed",
      normally_open: "normally open",
    }),
    "usual",
    { unsent: ["usual"] },
  ),
  text("closed_limit", "Closed to", "Ω", { hint: "0.5" }),
  text("opens_at", "Opens at", "°C", { hint: "if known", when: BY_HEAT }),
  text("closes_at", "Closes at", "°C", { hint: "if known", when: BY_HEAT }),
  text("switching_tolerance", "±", "K", { hint: "5", group: "tolerance", when: BY_HEAT }),
];

export const POSITION_SENSOR: FieldDef[] = [
  text("track", "Track", "Ω", { needed: true }),
  text("linearity", "Linearity", "%", { hint: "if given", group: "tolerance" }),
  ...resistanceTolerance("", false, "20"),
];

export const HIGH_TENSION_LEAD: FieldDef[] = [
  text("length", "Length", "m", { needed: true }),
  text("per_metre", "Per metre", "Ω/m", { needed: true }),
  text("caps.0", "Cap", "Ω", { hint: "if any" }),
  ...resistanceTolerance(),
];

export const RESISTIVE_PART: FieldDef[] = [
  text("resistance", "Ohms", "Ω", { needed: true }),
  ...resistanceTolerance(),
];

export const SUPPLY: FieldDef[] = [
  choice("system", "System", (options) => options.supply_systems, "single_phase_230"),
  text("percent", "Own ±", "%", { hint: "system's", group: "tolerance" }),
];

export const WIRES: FieldDef[] = [
  text("voltage", "They carry", "V", { needed: true }),
  text("drop", "May lose", "%", { hint: "2" }),
  { type: "names", at: "wires", label: "Wires", start: "supply, ground, signal" },
];

export const CONTROL: FieldDef[] = [text("feed", "Feed", "V", { needed: true })];

export const SOLENOID_VALVE: FieldDef[] = [
  text("drain_least", "Drains in, least", "s", { hint: "if known" }),
  text("drain_most", "most", "s", { hint: "if known" }),
];

export const HEATER_SETTING: FieldDef[] = [
  text("power", "Rated power", "W", { needed: true }),
  text("voltage", "at", "V", { needed: true }),
  text("litres", "Water", "l", { needed: true }),
  text("ability", "Its thermostat allows", "°C", { needed: true }),
];

export const UNKNOWN_PART: FieldDef[] = [
  choice(
    "what",
    "It is a",
    items({
      coil: "coil",
      element: "heating element",
      igniter: "igniter",
      sensor: "sensor",
      other: "something else",
    }),
    "other",
  ),
];
