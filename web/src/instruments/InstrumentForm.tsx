import type { FormEvent, ReactNode } from "react";
import { unplacedErrors } from "@/api/errors";
import type { Instrument, TableIn } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TablePreview } from "./TablePreview";

type Props = TableIn & {
  one: Instrument | null;
  readOnly: boolean;
  saving: { error: Error | null; isPending: boolean; isSuccess: boolean };
  /** The fields that show what is wrong with them. */
  fields: string[];
  onSubmit: () => void;
  children: ReactNode;
};

/** The form of an instrument: its fields, how its table is read, and keeping it. */
export function InstrumentForm({
  one,
  readOnly,
  saving,
  fields,
  onSubmit,
  children,
  ...table
}: Props) {
  function submit(event: FormEvent) {
    event.preventDefault();
    onSubmit();
  }
  return (
    <form
      onSubmit={submit}
      className={one ? "" : "grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,46rem)_minmax(0,1fr)]"}
    >
      <div>
        <fieldset disabled={readOnly} className="flex flex-col gap-2.5">
          {children}
        </fieldset>
        <OtherErrors others={unplacedErrors(saving.error, fields)} />
        {!readOnly && (
          <Button type="submit" look="action" className="mt-3" disabled={saving.isPending}>
            {one ? "Save" : "Add it"}
          </Button>
        )}
        {saving.isSuccess && one && <p role="status">Saved.</p>}
      </div>
      {!one && <TablePreview {...table} />}
    </form>
  );
}
