import { FAMILIES, type Kind } from "./forms";

export type Found = { kind: Kind; title: string; also: string };

const ALL: Found[] = FAMILIES.flatMap((family) =>
  family.kinds.map(({ kind, label, also }) => ({
    kind,
    title: family.kinds.length > 1 ? `${family.label}: ${label}` : family.label,
    also,
  })),
);

/** The kinds that every word fits, at the start of one of their own; those by their title first. */
export function foundKinds(words: string): Found[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const starts = (text: string) => {
    const own = text.toLowerCase().split(/[^a-z0-9]+/);
    return wanted.every((word) => own.some((one) => one.startsWith(word)));
  };
  const byTitle = ALL.filter((one) => starts(one.title));
  const byWord = ALL.filter((one) => !byTitle.includes(one) && starts(`${one.title} ${one.also}`));
  return [...byTitle, ...byWord];
}
