import { choice, type FieldDef, type Fields, is, items, text } from "@/forms/fields";
import { resistanceTolerance } from "./tolerances";

const RATINGS = items({ plate: "by its plate", ohms: "by its ohms" });
const JUDGED_BY = items({ first: "first pair", second: "second pair" });
export const NO_ALLOY = "none";
export const OWN_RATIO = "own_ratio";

/** One element's rating at `prefix`; the words say whose it is where there are several. */
function rating(prefix: string, power: string, dual = false): FieldDef[] {
  const by = `${prefix}rating.by`;
  const plate = is(by, "plate");
  const second = (fields: Fields) => plate(fields) && fields["~dual"] === true;
  const pair = [`${prefix}rating.pairs.1.power`, `${prefix}rating.pairs.1.voltage`] as const;
  const typed = (fields: Fields) => pair.some((at) => String(fields[at] ?? "").trim() !== "");
  const secondPair: FieldDef[] = [
    { type: "tick", at: "~dual", label: "dual plate: a second pair", when: plate },
    text(pair[0], "or", "W", { when: second, needed: typed }),
    text(pair[1], "at", "V", { when: second, needed: typed }),
    choice(`${prefix}rating.judged_by`, "Judge by", JUDGED_BY, "first", {
      when: (fields) => second(fields) && typed(fields),
    }),
  ];
  return [
    choice(by, "Given", RATINGS, "plate"),
    text(`${prefix}rating.pairs.0.power`, power, "W", { when: plate, needed: true }),
    text(`${prefix}rating.pairs.0.voltage`, "at", "V", { when: plate, needed: true }),
    ...(dual ? secondPair : []),
    text(`${prefix}rating.resistance`, "Cold ohms", "Ω", { when: is(by, "ohms"), needed: true }),
    text(`${prefix}rating.voltage`, "Rated volts", "V", {
      when: is(by, "ohms"),
      hint: "for watts",
    }),
  ];
}

function alloy(prefix: string): FieldDef[] {
  return [
    choice(
      `${prefix}alloy`,
      "Alloy",
      (options) => [
        { value: NO_ALLOY, label: "not known", detail: "Ct = 1 is used, and said" },
        ...options.alloys,
        { value: OWN_RATIO, label: "own Ct", detail: "hot/cold ratio as given" },
      ],
      NO_ALLOY,
      { group: "tolerance", unsent: [NO_ALLOY, OWN_RATIO] },
    ),
    text(`${prefix}hot_cold_ratio`, "Ct", "", {
      group: "tolerance",
      when: is(`${prefix}alloy`, OWN_RATIO),
      needed: true,
    }),
  ];
}

function element(prefix: string, power: string, dual = false): FieldDef[] {
  return [...rating(prefix, power, dual), ...resistanceTolerance(prefix, true), ...alloy(prefix)];
}

export const HEATING_ELEMENT = element("", "Rated power", true);
export const ELEMENT_BANK: FieldDef[] = [
  text("members", "Members", "", { needed: true, hint: "in parallel" }),
  ...element("member.", "Each"),
];
export const THREE_PHASE_SET: FieldDef[] = [
  choice(
    "connection",
    "Connected in",
    items({ delta: "delta", star: "star", open_delta: "open delta" }),
    "delta",
  ),
  ...element("branch.", "Each branch"),
];
export const TAPPED_ELEMENT: FieldDef[] = [
  ...rating("first.", "First half"),
  ...rating("second.", "Second half"),
  ...resistanceTolerance("first.", true),
  ...alloy("first."),
];
