import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { useNavigate } from "react-router";
import { ask, client } from "@/api/client";
import { keys } from "@/api/keys";
import type { FirstLeadIn } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { Door } from "./Door";
import { newPassword } from "./passwords";

const DEFS = [
  words("name", "Name", 60, {
    hint: "beside all you measure",
    input: { autoComplete: "name", required: true },
  }),
  words("username", "User name", 150, {
    hint: "to sign in",
    input: { autoComplete: "username", autoCapitalize: "off", required: true },
  }),
  newPassword("Password"),
];

/** Where the first lead of a new shop begins, by the word in the address that its start printed. */
export default function BeginPage() {
  const word = window.location.hash.slice(1);
  const store = useQueryClient();
  const navigate = useNavigate();
  const beginning = useMutation({
    mutationFn: (body: FirstLeadIn) => ask(client.POST("/api/v1/first-lead", { body })),
    onSuccess: (session) => {
      store.setQueryData(keys.session, session);
      navigate("/first-day", { replace: true });
    },
  });
  const form = useForm("begin", DEFS, beginning);
  function submit(event: FormEvent) {
    event.preventDefault();
    beginning.mutate({ word, ...form.sent() } as FirstLeadIn);
  }
  if (!word) {
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
        <FormFields form={form} defs={DEFS} />
        <OtherErrors others={form.others()} />
        <Button type="submit" look="action" disabled={beginning.isPending}>
          Begin
        </Button>
      </form>
    </Door>
  );
}
