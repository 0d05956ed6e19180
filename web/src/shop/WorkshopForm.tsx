import { type FormEvent, useState } from "react";
import { useSaveWorkshop } from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { Workshop, WorkshopIn } from "@/api/types";
import { Button } from "@/ui/Button";
import { Labelled, TextArea } from "@/ui/Field";
import { OtherErrors } from "@/ui/OtherErrors";
import { Select } from "@/ui/Select";
import { TextField } from "@/ui/TextField";

const FIELDS = [
  "name",
  "address",
  "time_zone",
  "locale",
  "supply_system",
  "altitude",
  "lock_after",
];

type Props = { workshop: Workshop; action?: string; onSaved?: () => void };

/** The workshop's details, as they stand on the customer's page and are taken for granted. */
export function WorkshopForm({ workshop, action = "Save", onSaved }: Props) {
  const saving = useSaveWorkshop();
  const systems = useOptions().data?.supply_systems ?? [];
  const { begun, ...details } = workshop;
  const [draft, setDraft] = useState<WorkshopIn>({
    ...details,
    // A new shop's clock is that of who begins, whatever its machine's is set to.
    time_zone: begun
      ? details.time_zone
      : Intl.DateTimeFormat().resolvedOptions().timeZone || details.time_zone,
  });
  const [lock, setLock] = useState(String(details.lock_after ?? ""));
  const at = (field: string) => errorAt(saving.error, field);
  function submit(event: FormEvent) {
    event.preventDefault();
    const altitude = draft.altitude?.trim() || null;
    const lock_after = lock ? Number(lock) : null;
    saving.mutate({ ...draft, altitude, lock_after }, { onSuccess: () => onSaved?.() });
  }
  return (
    <form onSubmit={submit} className="flex max-w-[34rem] flex-col gap-2.5">
      <TextField
        id="workshop-name"
        label="Name of the workshop"
        hint="on the customer’s page"
        error={at("name")}
        value={draft.name}
        maxLength={80}
        onText={(name) => setDraft({ ...draft, name })}
      />
      <Labelled id="workshop-address" label="Address" error={at("address")}>
        <TextArea
          id="workshop-address"
          rows={2}
          value={draft.address ?? ""}
          maxLength={400}
          onText={(address) => setDraft({ ...draft, address })}
        />
      </Labelled>
      <div className="grid gap-2.5 sm:grid-cols-2">
        <TextField
          id="workshop-zone"
          label="Time zone"
          hint="Area/Place"
          error={at("time_zone")}
          value={draft.time_zone}
          maxLength={64}
          onText={(time_zone) => setDraft({ ...draft, time_zone })}
        />
        <TextField
          id="workshop-locale"
          label="Days are written as in"
          hint="en-GB, de-DE"
          error={at("locale")}
          value={draft.locale ?? ""}
          maxLength={16}
          onText={(locale) => setDraft({ ...draft, locale })}
        />
        <Labelled id="workshop-supply" label="Usual supply" error={at("supply_system")}>
          <Select
            id="workshop-supply"
            label="Usual supply"
            value={draft.supply_system}
            items={systems}
            onChoose={(value) =>
              setDraft({ ...draft, supply_system: value as WorkshopIn["supply_system"] })
            }
          />
        </Labelled>
        <TextField
          id="workshop-altitude"
          label="Altitude of the bench"
          hint="for boiling water"
          unit="m"
          inputMode="decimal"
          error={at("altitude")}
          value={draft.altitude ?? ""}
          maxLength={12}
          onText={(altitude) => setDraft({ ...draft, altitude })}
        />
        <TextField
          id="workshop-lock"
          label="Screens lock after"
          hint="empty: never"
          unit="min"
          inputMode="numeric"
          error={at("lock_after")}
          value={lock}
          maxLength={4}
          onText={(text) => setLock(text.replace(/\D/g, ""))}
        />
      </div>
      <OtherErrors others={unplacedErrors(saving.error, FIELDS)} />
      <Button type="submit" look="action" className="self-start" disabled={saving.isPending}>
        {action}
      </Button>
      {saving.isSuccess && !onSaved && <p role="status">Saved.</p>}
    </form>
  );
}
