import type { ReactNode } from "react";

type Props = { label: ReactNode; on: boolean; onChange: (on: boolean) => void; strong?: boolean };

/** A box to tick, its label part of the target. */
export function TickBox({ label, on, onChange, strong = false }: Props) {
  return (
    <label
      className={`flex items-center gap-2.5 ${strong ? "min-h-[44px] py-1" : "min-h-7 text-muted max-sm:min-h-[44px]"}`}
    >
      <input
        type="checkbox"
        className={`shrink-0 accent-[var(--action)] ${strong ? "size-[24px]" : "size-5"}`}
        checked={on}
        onChange={(event) => onChange(event.target.checked)}
      />
      <span>{label}</span>
    </label>
  );
}
