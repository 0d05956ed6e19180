import type { FormEvent, ReactNode } from "react";
import type { Instrument, TableIn } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import type { FieldDef } from "@/forms/fields";
import type { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TablePreview } from "./TablePreview";

type Props = {
  what: TableIn["what"];
  one: Instrument | null;
  readOnly: boolean;
  saving: { isPending: boolean; isSuccess: boolean };
  form: ReturnType<typeof useForm>;
  /** Its name and what else stands first, its table, and why one that is there is changed. */
  defs: { first: FieldDef[]; table: FieldDef[]; why: FieldDef };
  onSubmit: () => void;
  children?: ReactNode;
};

/** The form of an instrument: its fields, how its table is read, and keeping it. */
export function InstrumentForm(props: Props) {
  const { what, one, readOnly, saving, form, defs, onSubmit, children } = props;
  const read = <TablePreview what={what} table={String(form.fields.table ?? "")} />;
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
          <div className="grid gap-2.5 sm:grid-cols-2">
            <FormFields form={form} defs={defs.first} />
          </div>
          <FormFields form={form} defs={defs.table} />
          {one && read}
          {children}
          {one && <FormFields form={form} defs={[defs.why]} />}
        </fieldset>
        <OtherErrors others={form.others()} />
        {!readOnly && (
          <Button type="submit" look="action" className="mt-3" disabled={saving.isPending}>
            {one ? "Save" : "Add it"}
          </Button>
        )}
        {saving.isSuccess && one && <p role="status">Saved.</p>}
      </div>
      {!one && read}
    </form>
  );
}
