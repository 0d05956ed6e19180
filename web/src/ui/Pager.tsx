import { Button } from "./Button";
import type { Pages } from "./usePages";

type Props = {
  pages: Pages;
  /** What the server gave to ask the page behind this one with; null where the list ends. */
  next: string | null | undefined;
};

/** To the next page of a list and back; nothing while it fits on one. */
export function Pager({ pages, next }: Props) {
  if (pages.number === 1 && !next) return null;
  return (
    <nav aria-label="Pages" className="mt-4 flex items-center gap-3">
      <Button disabled={pages.number === 1} onClick={pages.onBack}>
        Page before
      </Button>
      <span>page {pages.number}</span>
      <Button disabled={!next} onClick={() => next && pages.onNext(next)}>
        Next page
      </Button>
    </nav>
  );
}
