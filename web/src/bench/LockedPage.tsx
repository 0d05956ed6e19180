import type { UseMutationResult } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Session } from "@/api/types";
import { Door } from "@/people/Door";
import { useSession, useSignOut } from "@/people/session";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";

type Props = { opening: UseMutationResult<Session, Error, string> };

/** The door of a screen that somebody left: their password opens it, or somebody else signs in. */
export default function LockedPage({ opening }: Props) {
  const { person } = useSession();
  const [password, setPassword] = useState("");
  const [leaving, setLeaving] = useState(false);
  const signOut = useSignOut();
  function submit(event: FormEvent) {
    event.preventDefault();
    opening.mutate(password);
  }
  return (
    <Door about={`Locked. ${person?.name ?? "Somebody"} is signed in here.`}>
      <form onSubmit={submit} className="mt-5 flex flex-col gap-3">
        <TextField
          id="unlock-password"
          label={`Password of ${person?.name ?? "whoever it is"}`}
          type="password"
          value={password}
          maxLength={200}
          autoComplete="current-password"
          error={errorAt(opening.error, "password")}
          onText={setPassword}
          autoFocus
          required
        />
        <OtherErrors others={unplacedErrors(opening.error, ["password"])} />
        <Button type="submit" look="action" disabled={opening.isPending}>
          Open
        </Button>
      </form>
      <div className="mt-4 border-hairline border-t pt-3">
        {leaving ? (
          <>
            <p>
              What {person?.name} typed here and did not record is forgotten then. What waits to be
              sent stays, and is sent when {person?.name} signs in here again.
            </p>
            <div className="mt-2 flex flex-wrap gap-2">
              <Button disabled={signOut.isPending} onClick={() => signOut.mutate()}>
                Sign {person?.name} out
              </Button>
              <Button onClick={() => setLeaving(false)}>Leave it locked</Button>
            </div>
            <OtherErrors others={unplacedErrors(signOut.error, [])} />
          </>
        ) : (
          <Button onClick={() => setLeaving(true)}>I am somebody else</Button>
        )}
      </div>
    </Door>
  );
}
