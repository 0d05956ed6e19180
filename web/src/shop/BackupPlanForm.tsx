import { type FormEvent, useState } from "react";
import { usePlanBackups } from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Backups } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";

/** Where copies go, how many stay, and when the nightly one is made. */
export function BackupPlanForm({ plan }: { plan: Backups["plan"] }) {
  const saving = usePlanBackups();
  const [draft, setDraft] = useState({
    target: plan.target ?? "",
    keep: String(plan.keep),
    hour: String(plan.at_hour),
  });
  const at = (field: string) => errorAt(saving.error, field);
  function submit(event: FormEvent) {
    event.preventDefault();
    // What is no number is sent as it stands: the server says what is wrong with it.
    const figure = (typed: string) =>
      (/^\d+$/.test(typed.trim()) ? Number(typed) : typed) as number;
    saving.mutate({ target: draft.target, keep: figure(draft.keep), at_hour: figure(draft.hour) });
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-2.5">
      <TextField
        id="backup-target"
        label="Copy each to"
        hint="a folder on another disk, or a share of another host"
        error={at("target")}
        value={draft.target}
        maxLength={400}
        placeholder="/media/backup"
        onText={(target) => setDraft({ ...draft, target })}
      />
      <div className="grid gap-2.5 sm:grid-cols-2">
        <TextField
          id="backup-keep"
          label="Keep the last"
          inputMode="numeric"
          error={at("keep")}
          value={draft.keep}
          maxLength={4}
          onText={(keep) => setDraft({ ...draft, keep })}
        />
        <TextField
          id="backup-hour"
          label="Every night at"
          unit="h"
          inputMode="numeric"
          error={at("at_hour")}
          value={draft.hour}
          maxLength={2}
          onText={(hour) => setDraft({ ...draft, hour })}
        />
      </div>
      <OtherErrors others={unplacedErrors(saving.error, ["target", "keep", "at_hour"])} />
      <Button type="submit" className="self-start" disabled={saving.isPending}>
        Save
      </Button>
      {saving.isSuccess && <p role="status">Saved.</p>}
    </form>
  );
}
