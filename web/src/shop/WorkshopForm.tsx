import type { FormEvent } from "react";
import { useSaveWorkshop } from "@/api/areas/shop";
import type { Options, Workshop, WorkshopIn } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { area, choice, figure, words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";

const WHO = [
  words("name", "Name of the workshop", 80, { hint: "on the customer’s page" }),
  area("address", "Address", 2, 400, { needed: true }),
];
const WHERE = [
  words("time_zone", "Time zone", 64, { hint: "Area/Place" }),
  words("locale", "Days are written as in", 16, { hint: "en-GB, de-DE" }),
  choice("supply_system", "Usual supply", ({ supply_systems }: Options) => supply_systems, ""),
  words("altitude", "Altitude of the bench", 12, {
    hint: "for boiling water",
    unit: "m",
    needed: false,
    input: { inputMode: "decimal" },
  }),
  figure("lock_after", "Screens lock after", "min", 4, {
    hint: "empty: never",
    input: { inputMode: "numeric" },
  }),
];

type Props = { workshop: Workshop; action?: string; onSaved?: () => void };

/** The workshop's details, as they stand on the customer's page and are taken for granted. */
export function WorkshopForm({ workshop, action = "Save", onSaved }: Props) {
  const saving = useSaveWorkshop();
  const form = useForm("workshop", [...WHO, ...WHERE], saving, {
    ...workshop,
    // A new shop's clock is that of who begins, whatever its machine's is set to.
    time_zone:
      (!workshop.begun && Intl.DateTimeFormat().resolvedOptions().timeZone) || workshop.time_zone,
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    const { begun, ...details } = workshop;
    const unsaid = { altitude: null, lock_after: null };
    const body = { ...details, ...unsaid, ...form.sent() } as WorkshopIn;
    saving.mutate(body, { onSuccess: () => onSaved?.() });
  }
  return (
    <form onSubmit={submit} className="flex max-w-[34rem] flex-col gap-2.5">
      <FormFields form={form} defs={WHO} />
      <div className="grid gap-2.5 sm:grid-cols-2">
        <FormFields form={form} defs={WHERE} />
      </div>
      <OtherErrors others={form.others()} />
      <Button type="submit" look="action" className="self-start" disabled={saving.isPending}>
        {action}
      </Button>
      {saving.isSuccess && !onSaved && <p role="status">Saved.</p>}
    </form>
  );
}
