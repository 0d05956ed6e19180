import { type FormEvent, useState } from "react";
import { useOwnPassword } from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";

const EMPTY = { now: "", password: "" };

/** A password of one's own instead of the one before. */
export function OwnPasswordForm({ once = false }: { once?: boolean }) {
  const [given, setGiven] = useState(EMPTY);
  const changing = useOwnPassword();
  function submit(event: FormEvent) {
    event.preventDefault();
    changing.mutate(given, { onSuccess: () => setGiven(EMPTY) });
  }
  return (
    <form onSubmit={submit} className="flex max-w-[25rem] flex-col gap-3">
      <TextField
        id="password-now"
        label={once ? "The password for once" : "Password now"}
        type="password"
        value={given.now}
        maxLength={200}
        autoComplete="current-password"
        error={errorAt(changing.error, "now")}
        onText={(now) => setGiven({ ...given, now })}
        required
      />
      <TextField
        id="password-new"
        label="New password"
        hint="at least 10 characters"
        type="password"
        value={given.password}
        maxLength={200}
        autoComplete="new-password"
        error={errorAt(changing.error, "password")}
        onText={(password) => setGiven({ ...given, password })}
        required
      />
      <OtherErrors others={unplacedErrors(changing.error, ["now", "password"])} />
      <Button type="submit" look="action" className="self-start" disabled={changing.isPending}>
        Change it
      </Button>
      {changing.isSuccess && <p role="status">Changed. Everywhere else you are signed out.</p>}
    </form>
  );
}
