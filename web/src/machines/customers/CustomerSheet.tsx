import { type FormEvent, useState } from "react";
import { useSaveCustomer } from "@/api/areas/jobs";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Customer, CustomerIn } from "@/api/types";
import { Labelled, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";

/** Every field that a customer has: one that is missing here does not compile. */
const FIELDS: Record<keyof CustomerIn, { label: string; max: number; rows?: number }> = {
  name: { label: "Name", max: 120 },
  contact: { label: "Contact", max: 120 },
  phone: { label: "Telephone", max: 40 },
  email: { label: "E-mail", max: 254 },
  address: { label: "Address", max: 400, rows: 2 },
  note: { label: "Note", max: 2000, rows: 2 },
};
const NAMES = Object.keys(FIELDS) as (keyof CustomerIn)[];

type Props = {
  customer: Customer | null;
  onClose: () => void;
  onSaved: (customer: Customer) => void;
};

/** A customer: added, or changed. */
export function CustomerSheet({ customer, onClose, onSaved }: Props) {
  const saving = useSaveCustomer(customer?.id);
  const [draft, setDraft] = useState<Required<CustomerIn>>({
    name: customer?.name ?? "",
    contact: customer?.contact ?? "",
    phone: customer?.phone ?? "",
    email: customer?.email ?? "",
    address: customer?.address ?? "",
    note: customer?.note ?? "",
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate(draft, { onSuccess: onSaved });
  }
  return (
    <Sheet title={customer ? customer.name : "Add a customer"} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-2.5">
        {NAMES.map((at) => {
          const { label, max, rows } = FIELDS[at];
          const field = {
            id: `customer-${at}`,
            value: draft[at],
            maxLength: max,
            onText: (text: string) => setDraft({ ...draft, [at]: text }),
          };
          const error = errorAt(saving.error, at);
          return rows ? (
            <Labelled key={at} id={field.id} label={label} error={error}>
              <TextArea {...field} rows={rows} />
            </Labelled>
          ) : (
            <TextField key={at} {...field} label={label} error={error} />
          );
        })}
        <SheetFoot
          pending={saving.isPending}
          others={unplacedErrors(saving.error, NAMES)}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
