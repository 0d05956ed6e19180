import { type FormEvent, useState } from "react";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useSaveCustomer } from "@/api/jobs";
import type { Customer, CustomerIn } from "@/api/types";
import { Labelled, TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";

const FIELDS = [
  { at: "name", label: "Name", max: 120 },
  { at: "contact", label: "Contact", max: 120 },
  { at: "phone", label: "Telephone", max: 40 },
  { at: "email", label: "E-mail", max: 254 },
] as const;

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
        {FIELDS.map(({ at, label, max }) => (
          <TextField
            key={at}
            id={`customer-${at}`}
            label={label}
            error={errorAt(saving.error, at)}
            value={draft[at]}
            maxLength={max}
            onText={(text) => setDraft({ ...draft, [at]: text })}
          />
        ))}
        <Labelled id="customer-address" label="Address" error={errorAt(saving.error, "address")}>
          <TextArea
            id="customer-address"
            rows={2}
            value={draft.address}
            maxLength={400}
            onText={(address) => setDraft({ ...draft, address })}
          />
        </Labelled>
        <SheetFoot
          pending={saving.isPending}
          others={unplacedErrors(saving.error, ["name", "contact", "phone", "email", "address"])}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
