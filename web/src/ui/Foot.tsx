import type { ReactNode } from "react";

/**
 * The foot of an entry or a form: what is pressed when it is done. It stays in sight, except where
 * an on-screen keyboard leaves so little that it would stand over what is being typed.
 *
 * A second form of a page has its foot `inPlace`: two that stay would stand over each other's fields.
 */
export function Foot({
  children,
  inPlace,
}: {
  children: ReactNode;
  inPlace?: boolean | undefined;
}) {
  const stays = inPlace ? "" : "bottom-0 [@media(min-height:640px)]:sticky";
  return (
    <div className={`flex flex-wrap items-center gap-3 bg-ground py-1.5 ${stays}`}>{children}</div>
  );
}
