import { useState } from "react";
import { dayPattern, dayTyped, readDay } from "@/clock/dates";
import { TextField } from "./TextField";

type Props = {
  id: string;
  label: string;
  hint?: string;
  error?: string | undefined;
  /** As the server has it: `2027-03-03`. */
  value: string;
  onDay: (value: string) => void;
};

/** A day, typed in the order in which the shop writes it. */
export function DateField({ id, label, hint, error, value, onDay }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed !== null && readDay(typed) === value ? typed : dayTyped(value);
  return (
    <TextField
      id={id}
      label={label}
      hint={hint}
      error={error}
      value={shown}
      placeholder={dayPattern()}
      maxLength={20}
      onText={(text) => {
        setTyped(text);
        onDay(readDay(text));
      }}
      onBlur={() => setTyped(null)}
    />
  );
}
