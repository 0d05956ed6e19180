import { useState } from "react";

/** Which page of a list is shown, and how one turns to the next and back. */
export type Pages = {
  /** What the page that is shown comes behind; nothing for the first. */
  after: string;
  number: number;
  onNext: (next: string) => void;
  onBack: () => void;
};

/** The pages of a list, from the first whenever the question changes. */
export function usePages(question: string): Pages {
  const [turned, setTurned] = useState<{ question: string; cursors: string[] }>({
    question,
    cursors: [],
  });
  const cursors = turned.question === question ? turned.cursors : [];
  return pagesOf(cursors, (next) => setTurned({ question, cursors: next }));
}

/** The pages of a list whose cursors, from the second page on, are kept elsewhere. */
export function pagesOf(cursors: string[], keep: (cursors: string[]) => void): Pages {
  return {
    after: cursors.at(-1) ?? "",
    number: cursors.length + 1,
    onNext: (next) => keep([...cursors, next]),
    onBack: () => keep(cursors.slice(0, -1)),
  };
}
