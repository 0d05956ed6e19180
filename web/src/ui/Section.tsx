import { type ReactNode, useId } from "react";

/** A part of a page under its own small heading. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="min-w-0">
      <h2 id={id} className="legend mb-2">
        {title}
      </h2>
      {children}
    </section>
  );
}
