import { choice, type FieldDef, items, text } from "@/forms/fields";
import { shares } from "./tolerances";

const MATERIALS = items({
  silicon_carbide: "silicon carbide",
  silicon_nitride: "silicon nitride",
});
const SCHOOLS = [
  { value: "shop", label: "the shop’s" },
  { value: "strict", label: "strict", detail: "replace above the usual band" },
  { value: "lenient", label: "lenient", detail: "keep to a higher limit, spare on the shelf" },
  { value: "function_first", label: "function first", detail: "volts and no glow decides" },
];

export const IGNITER: FieldDef[] = [
  choice("material", "Material", MATERIALS, "silicon_carbide"),
  text("usual_lower", "Usual from", "Ω", { needed: true }),
  text("usual_upper", "to", "Ω", { needed: true }),
  text("lenient_upper", "Lenient to", "Ω", { hint: "if any" }),
  text("rated_voltage", "Rated volts", "V", { hint: "for its glow" }),
  text("least_current", "Least amps", "A", { hint: "if known" }),
  choice("school", "School", SCHOOLS, "shop", { group: "tolerance", unsent: ["shop"] }),
];

export const SPARK_IGNITER: FieldDef[] = [
  text("primary", "Primary", "Ω", { needed: true }),
  text("secondary", "Secondary", "Ω", { needed: true }),
  text("gap_least", "Gap from", "mm", { hint: "if known" }),
  text("gap_most", "to", "mm", { hint: "if known" }),
  ...shares("tolerance", "10"),
];

export const STAGES = [
  "call for heat",
  "fan proves flow",
  "igniter powered",
  "gas valve powered",
  "flame proved",
  "main fan",
];

const STAGE_FIELDS: FieldDef[] = STAGES.flatMap((name, place) => [
  choice(`stages.${place}.name`, "", [{ value: name, label: name }], name),
  text(`stages.${place}.voltage`, name, "V", { needed: true, start: "24", hint: "not here" }),
  text(`stages.${place}.within`, `${place + 1} within`, "s", {
    hint: "if known",
    group: "tolerance",
  }),
]);
export const IGNITION_SEQUENCE: FieldDef[] = [
  ...STAGE_FIELDS,
  text("percent", "Volts ±", "%", { group: "tolerance", start: "15", needed: true }),
];
