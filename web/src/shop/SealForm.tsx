import { type FormEvent, useState } from "react";
import { useSealBackups } from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";

/** Seal backups with a passphrase that is kept nowhere, or seal them no more. */
export function SealForm({ sealed }: { sealed: boolean }) {
  const sealing = useSealBackups();
  const [passphrase, setPassphrase] = useState("");
  function submit(event: FormEvent) {
    event.preventDefault();
    sealing.mutate(passphrase, { onSuccess: () => setPassphrase("") });
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-2.5">
      <p>
        {sealed
          ? "They are sealed, with certificates and keys in them. Only the passphrase opens them."
          : "They are open: whoever has the file can read it. Certificates and keys are left out."}
      </p>
      <TextField
        id="backup-passphrase"
        label={sealed ? "Another passphrase" : "Passphrase"}
        hint="write it down: it is kept nowhere, and without it no backup is opened"
        type="password"
        autoComplete="new-password"
        error={errorAt(sealing.error, "passphrase")}
        value={passphrase}
        maxLength={200}
        onText={setPassphrase}
      />
      <OtherErrors others={unplacedErrors(sealing.error, ["passphrase"])} />
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={sealing.isPending}>
          Seal them from now on
        </Button>
        {sealed && (
          <Button disabled={sealing.isPending} onClick={() => sealing.mutate(null)}>
            Seal them no more
          </Button>
        )}
      </div>
    </form>
  );
}
