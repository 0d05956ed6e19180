import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
  action: "bg-action text-on-action border-action font-semibold",
  plain: "bg-sheet text-action-text border-edge font-medium",
  hazard: "bg-hazard text-hazard-ink border-hazard-ink font-semibold",
} as const;

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  look?: keyof typeof LOOKS;
  shortcut?: string;
};

/** A button; its key, if it has one, stands on it. */
export function Button({ look = "plain", shortcut, className = "", children, ...rest }: Props) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-[44px] items-center gap-2.5 rounded-md border px-4 py-1.5 disabled:opacity-60 ${LOOKS[look]} ${className}`}
      {...rest}
    >
      {children}
      {shortcut && (
        <span aria-hidden="true" className="keycap">
          {shortcut}
        </span>
      )}
    </button>
  );
}
