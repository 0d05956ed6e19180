import type { FormEvent } from "react";
import { usePlanBackups } from "@/api/areas/shop";
import type { Backups } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { figure, words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";

const TARGET = [
  words("target", "Copy each to", 400, {
    hint: "a folder on another disk, or a share of another host",
    input: { placeholder: "/media/backup" },
  }),
];
const WHOLE = { needed: true, input: { inputMode: "numeric" } } as const;
const WHEN = [
  figure("keep", "Keep the last", "", 4, WHOLE),
  figure("at_hour", "Every night at", "h", 2, WHOLE),
];

/** Where copies go, how many stay, and when the nightly one is made. */
export function BackupPlanForm({ plan }: { plan: Backups["plan"] }) {
  const saving = usePlanBackups();
  const form = useForm("backup", [...TARGET, ...WHEN], saving, plan);
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate(form.sent() as Parameters<typeof saving.mutate>[0]);
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-2.5">
      <FormFields form={form} defs={TARGET} />
      <div className="grid gap-2.5 sm:grid-cols-2">
        <FormFields form={form} defs={WHEN} />
      </div>
      <OtherErrors others={form.others()} />
      <Button type="submit" className="self-start" disabled={saving.isPending}>
        Save
      </Button>
      {saving.isSuccess && <p role="status">Saved.</p>}
    </form>
  );
}
