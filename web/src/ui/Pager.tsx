import { Button } from "./Button";

const PAGE_SIZE = 50;

type Props = { page: number; count: number; onPage: (page: number) => void };

/** Newer and older pages of a list; nothing while it fits on one. */
export function Pager({ page, count, onPage }: Props) {
  const pages = Math.max(1, Math.ceil(count / PAGE_SIZE));
  if (pages < 2) return null;
  return (
    <div className="mt-4 flex items-center gap-3">
      <Button disabled={page <= 1} onClick={() => onPage(page - 1)}>
        Newer
      </Button>
      <span>
        page {page} of {pages}
      </span>
      <Button disabled={page >= pages} onClick={() => onPage(page + 1)}>
        Older
      </Button>
    </div>
  );
}
