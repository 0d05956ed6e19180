import type { FormEvent } from "react";
import { useOwnPassword } from "@/api/areas/shop";
import { FormFields } from "@/forms/FormFields";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { newPassword, passwordNow } from "./passwords";

/** A password of one's own instead of the one before. */
export function OwnPasswordForm({ once = false }: { once?: boolean }) {
  const changing = useOwnPassword();
  const now = passwordNow("now", once ? "The password for once" : "Password now");
  const defs = [now, newPassword("New password")];
  const form = useForm("password", defs, changing);
  function submit(event: FormEvent) {
    event.preventDefault();
    const given = form.sent() as Parameters<typeof changing.mutate>[0];
    changing.mutate(given, { onSuccess: () => form.clear() });
  }
  return (
    <form onSubmit={submit} className="flex max-w-[25rem] flex-col gap-3">
      <FormFields form={form} defs={defs} />
      <OtherErrors others={form.others()} />
      <Button type="submit" look="action" className="self-start" disabled={changing.isPending}>
        Change it
      </Button>
      {changing.isSuccess && <p role="status">Changed. Everywhere else you are signed out.</p>}
    </form>
  );
}
