import type { ReactNode } from "react";

type Props = {
  what: string;
  isPast: boolean;
  onCorrect?: (() => void) | undefined;
  children: ReactNode;
};

/** A reading or a trial that stands: what it was, what it says; and whether it counts any more. */
export function EvidenceRow({ what, isPast, onCorrect, children }: Props) {
  return (
    <li className="border-hairline border-b py-1.5">
      <span className="flex flex-wrap items-baseline justify-between gap-x-3">
        <b className="font-semibold">{what}</b>
        {onCorrect && (
          <button
            type="button"
            onClick={onCorrect}
            className="min-h-9 text-action-text underline max-sm:min-h-[44px]"
          >
            Correct it
          </button>
        )}
      </span>
      {children}
      {isPast && (
        <span className="block text-[0.93rem] text-muted">
          Not counted any more: a part was exchanged since, or the circuit revised.
        </span>
      )}
    </li>
  );
}
