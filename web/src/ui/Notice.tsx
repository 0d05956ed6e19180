import type { ReactNode } from "react";

/** Something to know or to do, in the place where the content would be. */
export function Notice({ children, alert = false }: { children: ReactNode; alert?: boolean }) {
  return (
    <div
      role={alert ? "alert" : "status"}
      className={`rounded-md border bg-sheet px-4 py-3 ${alert ? "border-bad text-bad" : "border-hairline text-muted"}`}
    >
      {children}
    </div>
  );
}
