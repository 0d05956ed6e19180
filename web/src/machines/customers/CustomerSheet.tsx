import { useSaveCustomer } from "@/api/areas/jobs";
import type { Customer, CustomerIn } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { area, type FieldDef, words } from "@/forms/fields";
import { SheetForm } from "@/forms/SheetForm";
import { useForm } from "@/forms/useForm";

/** Every field that a customer has: one that is missing here does not compile. */
const FIELDS: Record<keyof CustomerIn, FieldDef> = {
  name: words("name", "Name", 120),
  contact: words("contact", "Contact", 120),
  phone: words("phone", "Telephone", 40),
  email: words("email", "E-mail", 254),
  address: area("address", "Address", 2, 400, { needed: true }),
  note: area("note", "Note", 2, 2000, { needed: true }),
};
const DEFS = Object.values(FIELDS);

type Props = {
  customer: Customer | null;
  onClose: () => void;
  onSaved: (customer: Customer) => void;
};

/** A customer: added, or changed. */
export function CustomerSheet({ customer, onClose, onSaved }: Props) {
  const saving = useSaveCustomer(customer?.id);
  const form = useForm("customer", DEFS, saving, customer);
  return (
    <SheetForm
      title={customer ? customer.name : "Add a customer"}
      pending={saving.isPending}
      others={form.others()}
      onSend={() => saving.mutate(form.sent() as CustomerIn, { onSuccess: onSaved })}
      onClose={onClose}
    >
      <FormFields form={form} defs={DEFS} />
    </SheetForm>
  );
}
