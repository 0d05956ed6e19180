import { choice, type FieldDef, is, items, text } from "@/forms/fields";
import { resistanceTolerance, shares } from "./tolerances";

const METALS = items({ copper: "copper", aluminium: "aluminium" });
const SCHOOLS = [
  { value: "shop", label: "the shop’s" },
  { value: "reject_band", label: "maker's band" },
  {
    value: "never_gains_ohms",
    label: "never gains ohms",
    detail: "nothing above baseline, siblings, or a nominal that is the most",
  },
];
const NEVER = is("school", "never_gains_ohms");

export const WINDING: FieldDef[] = [
  text("resistance", "Ohms", "Ω", { needed: true }),
  text("reference_temperature", "at", "°C", { start: "20", needed: true }),
  choice("metal", "Wound with", METALS, "copper"),
  choice("drive", "Driven by", items({ none: "not known", dc: "DC", ac: "AC" }), "none", {
    unsent: ["none"],
  }),
  text("rated_voltage", "Rated volts", "V", { when: is("drive", "dc", "ac"), needed: true }),
  text("hold_va", "Hold", "VA", { when: is("drive", "ac"), needed: true }),
  ...resistanceTolerance(),
  choice("school", "Band by", SCHOOLS, "shop", { group: "tolerance", unsent: ["shop"] }),
  {
    type: "tick",
    at: "nominal_is_most",
    label: "nominal is the most a sound one shows",
    group: "tolerance",
    when: NEVER,
  },
  text("baseline", "Baseline", "Ω", { group: "tolerance", hint: "at reference", when: NEVER }),
  text("sibling_median", "Siblings", "Ω", { group: "tolerance", hint: "median", when: NEVER }),
  text("ceiling_expanded", "± U of these", "Ω", {
    group: "tolerance",
    hint: "if known",
    when: NEVER,
  }),
];

const SETS = items({
  ignition: "primary and secondary",
  speeds: "low and high speed",
  phases: "three phases",
});
const NAMES: Record<string, [string, string, string]> = {
  ignition: ["primary", "secondary", ""],
  speeds: ["low speed", "high speed", ""],
  phases: ["phase 1", "phase 2", "phase 3"],
};

function named(set: string): FieldDef[] {
  const names = NAMES[set] ?? ["", "", ""];
  const here = is("~set", set);
  return names.flatMap((name, place) =>
    name
      ? [
          choice(
            `windings.${place}.name`,
            "",
            [{ value: name, label: name }],
            name,
            // A name is fixed by the set that was chosen: it is sent, not asked for.
            { when: here },
          ),
          text(
            `windings.${place}.resistance`,
            name.replace(/^./, (letter) => letter.toUpperCase()),
            "Ω",
            { when: here, needed: true },
          ),
          ...shares(`windings.${place}.tolerance`, "10", name).map((one) => ({
            ...one,
            when: here,
          })),
        ]
      : [],
  );
}

export const WINDING_SETS: Record<string, FieldDef[]> = Object.fromEntries(
  Object.keys(NAMES).map((set) => [set, named(set)]),
);
export const WINDING_SET_HEAD = choice("~set", "Which", SETS, "ignition");
export const WINDING_SET_TAIL: FieldDef[] = [
  text("reference_temperature", "at", "°C", { start: "20", needed: true }),
  choice("metal", "Wound with", METALS, "copper"),
  text("balance", "Balance", "%", {
    group: "tolerance",
    hint: "equal ones only",
    when: is("~set", "phases"),
  }),
];

export const THERMOCOUPLE_MAGNET: FieldDef[] = [
  text("open_least", "Open, least", "mV", { needed: true }),
  text("load_least", "Loaded, least", "mV", { needed: true }),
  text("drop_out_most", "Drops out by", "mV", { hint: "if known" }),
];
