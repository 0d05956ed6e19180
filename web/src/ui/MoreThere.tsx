type Props = { shown: number; count: number };

/** A list that ends before all of it is shown says so, and how the rest is found. */
export function MoreThere({ shown, count }: Props) {
  if (count <= shown) return null;
  return (
    <p className="mt-1 text-muted">
      The first {shown} of {count}: a few letters find the others.
    </p>
  );
}
