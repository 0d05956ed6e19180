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
  const wanted = wordsOf(words);
  const starts = (text: string) =>
    wanted.every((word) => wordsOf(text).some((own) => own.startsWith(word)));
  const byTitle = ALL.filter((one) => starts(one.title));
  const byWord = ALL.filter((one) => !byTitle.includes(one) && starts(`${one.title} ${one.also}`));
  return [...byTitle, ...byWord];
}

const wordsOf = (text: string) => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
