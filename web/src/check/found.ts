import type { FoundSpec, SpecWhole } from "@/api/types";

/** A spec of the library as one that was found. */
export function asFound(kept: SpecWhole): FoundSpec {
  const { entry, id, rule_set } = kept.current;
  return {
    where: "library",
    title: entry.name,
    detail: kept.described,
    spec: entry.spec,
    of: kept.id,
    revision: id,
    proposed: kept.standing === "proposed",
    rule_set,
    handling: entry.handling,
  };
}
