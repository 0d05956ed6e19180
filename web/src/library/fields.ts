import { area, choice, type FieldDef, figure, is, items, text, words } from "@/forms/fields";

const KINDS = items({
  document: "a manual or data sheet",
  plate: "a plate",
  measured: "good parts that were measured",
  said: "somebody’s word",
  not_known: "not known",
});
const from = (kind: string) => ({ when: is("source.kind", kind) });

export const NAME = words("name", "Name", 120, { hint: "deck element, front" });
export const MAKER = [words("maker", "Maker", 80), words("part_number", "Part number", 80)];
export const HANDLING = area("handling", "Mind, when it is measured or fitted", 2, 2000, {
  needed: true,
});
export const SOURCE = choice("source.kind", "The figures are from", KINDS, "document");
export const OF_THE_SOURCE = [
  words("source.title", "Title", 200, from("document")),
  words("source.page", "Page", 200, { ...from("document"), hint: "or clause" }),
  words("source.seen_on", "Of what", 200, { ...from("plate"), hint: "the part, its machine" }),
  figure("source.count", "How many", "", 200, { ...from("measured"), start: "1" }),
  words("source.by", "By whom", 200, from("measured")),
  text("source.temperature", "At", "°C", { ...from("measured"), hint: "if known" }),
  words("source.by", "Whose", 200, from("said")),
];

/** What is said of a spec beside its figures. */
export const ENTRY: FieldDef[] = [NAME, ...MAKER, HANDLING, SOURCE, ...OF_THE_SOURCE];
