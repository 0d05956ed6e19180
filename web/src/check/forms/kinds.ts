import { FAMILIES } from "./forms";

/** Every kind of part with its name, to choose from; a supply is a machine's, and chosen there. */
export const KINDS = FAMILIES.flatMap((family) =>
  family.kinds.map(({ kind, label }) => ({
    value: kind,
    label: family.kinds.length > 1 ? `${family.label}, ${label}` : family.label,
  })),
).filter(({ value }) => value !== "supply");
