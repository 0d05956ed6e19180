import type { ReactNode } from "react";

/**
 * The foot of an entry or a form: what is pressed when it is done. It stays in sight, except where
 * an on-screen keyboard leaves so little that it would stand over what is being typed.
 */
export function Foot({ children }: { children: ReactNode }) {
  return (
    <div className="bottom-0 flex flex-wrap items-center gap-3 bg-ground py-1.5 [@media(min-height:640px)]:sticky">
      {children}
    </div>
  );
}
