import type { ReactNode } from "react";
import { Link } from "react-router";

/** A way to another page, as large as a button. */
export function ButtonLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Link
      to={to}
      className="inline-flex min-h-[44px] items-center rounded-md border border-edge bg-sheet px-4 font-medium text-action-text"
    >
      {children}
    </Link>
  );
}
