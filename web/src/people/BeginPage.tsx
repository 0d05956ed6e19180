import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { ask, client } from "@/api/client";
import { errorAt, unplacedErrors } from "@/api/errors";
import { keys } from "@/api/keys";
import type { FirstLeadIn } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { TextField } from "@/ui/TextField";
import { Door } from "./Door";

const FIELDS = ["name", "username", "password"];

/** Where the first lead of a new shop begins, by the word in the address that its start printed. */
export default function BeginPage() {
  const [given, setGiven] = useState<FirstLeadIn>({
    word: window.location.hash.slice(1),
    name: "",
    username: "",
    password: "",
  });
  const store = useQueryClient();
  const navigate = useNavigate();
  const beginning = useMutation({
    mutationFn: (body: FirstLeadIn) => ask(client.POST("/api/v1/first-lead", { body })),
    onSuccess: (session) => {
      store.setQueryData(keys.session, session);
      navigate("/first-day", { replace: true });
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    beginning.mutate({ ...given, username: given.username.trim(), name: given.name.trim() });
  }
  if (!given.word) {
    return (
      <Door about="Nobody works here yet">
        <p className="mt-4">
          The first lead begins at the address that Hembit printed when it was started on the
          workshop’s machine. It ends in a word of its own and is good once: copy the whole of it.
        </p>
      </Door>
    );
  }
  return (
    <Door about="The first lead begins">
      <form onSubmit={submit} className="mt-5 flex flex-col gap-3">
        <TextField
          id="name"
          label="Name"
          hint="beside all you measure"
          value={given.name}
          maxLength={60}
          autoComplete="name"
          error={errorAt(beginning.error, "name")}
          onText={(name) => setGiven({ ...given, name })}
          required
        />
        <TextField
          id="username"
          label="User name"
          hint="to sign in"
          value={given.username}
          maxLength={150}
          autoComplete="username"
          autoCapitalize="off"
          error={errorAt(beginning.error, "username")}
          onText={(username) => setGiven({ ...given, username })}
          required
        />
        <TextField
          id="password"
          label="Password"
          hint="at least 10 characters"
          type="password"
          value={given.password}
          maxLength={200}
          autoComplete="new-password"
          error={errorAt(beginning.error, "password")}
          onText={(password) => setGiven({ ...given, password })}
          required
        />
        <OtherErrors others={unplacedErrors(beginning.error, FIELDS)} />
        <Button type="submit" look="action" disabled={beginning.isPending}>
          Begin
        </Button>
      </form>
    </Door>
  );
}
