import type { ReactNode } from "react";

/** The sign at the door, and what stands on it. */
export function Door({
  about,
  below,
  children,
}: {
  about: string;
  below?: ReactNode;
  children: ReactNode;
}) {
  return (
    <main className="flex min-h-screen flex-col items-center justify-center gap-6 bg-sign p-4 text-on-sign">
      <div className="w-full max-w-[25rem] rounded-xl border border-on-sign/70 p-1.5">
        <div className="rounded-lg bg-ground p-6 text-ink">
          <h1 className="text-[1.7rem] font-bold tracking-[0.12em]">HEMBIT</h1>
          <p className="text-muted">{about}</p>
          {children}
        </div>
      </div>
      {below}
    </main>
  );
}
