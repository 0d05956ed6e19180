import type { InputHTMLAttributes, ReactNode, TextareaHTMLAttributes } from "react";
import { useMended } from "./useMended";

/** A label beside its control, or above it, and under both what is wrong with it. */
export function Field({
  id,
  label,
  error,
  above = false,
  children,
}: {
  id: string;
  label: string;
  error?: string | undefined;
  above?: boolean | undefined;
  children: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <div
        className={
          above ? "flex flex-col gap-0.5" : "grid grid-cols-[5.7rem_1fr] items-center gap-2"
        }
      >
        <label
          htmlFor={id}
          className={above ? "text-[0.87rem] leading-tight text-muted" : "text-muted"}
        >
          {label}
        </label>
        {children}
      </div>
      <FieldMessage id={id} error={error} />
    </div>
  );
}

export function FieldMessage({ id, error }: { id: string; error?: string | undefined }) {
  if (!error) return null;
  return (
    <p id={`${id}-error`} role="alert" className="mt-1 text-[0.9rem] font-medium text-bad">
      {error}
    </p>
  );
}

type InputProps = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange"> & {
  id: string;
  unit?: string;
  error?: string | undefined;
  onText: (text: string) => void;
};

/** A text input with its unit at the right. Figures are typed as they are written. */
export function TextInput({ id, unit, error, onText, className = "", ...rest }: InputProps) {
  return (
    <div
      className={`flex min-h-9 items-center rounded-md border bg-well ${error ? "border-bad" : "border-edge"} focus-within:outline-3 focus-within:outline-offset-1 focus-within:outline-[var(--focus)]`}
    >
      <input
        id={id}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        className={`w-full min-w-0 bg-transparent px-2.5 py-1 outline-none ${className}`}
        onChange={(event) => onText(event.target.value)}
        {...rest}
      />
      {unit && <span className="shrink-0 pr-2.5 text-muted">{unit}</span>}
    </div>
  );
}

/** A label above its control, for forms with room. */
export function Labelled({
  id,
  label,
  hint,
  error,
  children,
}: {
  id: string;
  label: string;
  hint?: string | undefined;
  error?: string | undefined;
  children: ReactNode;
}) {
  const wrong = useMended(error);
  return (
    <div className="min-w-0" onInput={wrong.mend}>
      <label htmlFor={id} className="mb-0.5 block text-muted">
        {label}
        {hint && <span className="text-[0.87rem]"> — {hint}</span>}
      </label>
      {children}
      <FieldMessage id={id} error={wrong.error} />
    </div>
  );
}

type AreaProps = Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, "onChange"> & {
  id: string;
  error?: string | undefined;
  onText: (text: string) => void;
};

/** Several lines of text. */
export function TextArea({ id, rows = 3, error, onText, className = "", ...rest }: AreaProps) {
  return (
    <textarea
      id={id}
      rows={rows}
      aria-invalid={error ? true : undefined}
      aria-describedby={error ? `${id}-error` : undefined}
      className={`block w-full min-w-0 rounded-md border bg-well px-2.5 py-1.5 ${className} ${error ? "border-bad" : "border-edge"}`}
      onChange={(event) => onText(event.target.value)}
      {...rest}
    />
  );
}
