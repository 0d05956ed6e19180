/** A list that ends before all of it is shown says so, and how the rest is found. */
export function MoreThere({ next }: { next: string | null | undefined }) {
  if (!next) return null;
  return <p className="mt-1 text-muted">There are more: a few letters find them.</p>;
}
