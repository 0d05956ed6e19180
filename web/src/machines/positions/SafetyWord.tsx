import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client } from "@/api/client";
import { errorAt, unplacedErrors } from "@/api/errors";
import { askAgain, showsVisit } from "@/api/keys";
import type { Position } from "@/api/types";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";

/** Whether it may ever be bypassed is a lead's word; against it, with a reason on record. */
export function SafetyWord({ position }: { position: Position }) {
  const { person } = useSession();
  const store = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState("");
  const marking = useMutation({
    mutationFn: () =>
      ask(
        client.PUT("/api/v1/positions/{number}/safety", {
          params: { path: { number: position.id } },
          body: { safety_device: !position.safety_device, reason },
        }),
      ),
    onSuccess: () => {
      setAsking(false);
      void askAgain(store, ...showsVisit);
    },
  });
  if (person?.role !== "lead") return null;
  const others = unplacedErrors(marking.error, ["reason"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    marking.mutate();
  }
  return (
    <>
      <Button
        disabled={marking.isPending}
        onClick={() => (position.safety_device ? setAsking(true) : marking.mutate())}
      >
        {position.safety_device ? "It is no safety device …" : "It is a safety device"}
      </Button>
      {!asking &&
        others.map((one) => (
          <p key={one} role="alert" className="text-bad">
            {one}
          </p>
        ))}
      {asking && (
        <Sheet
          title={`${position.name}: no safety device`}
          about="It may be bypassed from then on. Your name and the reason stay on record."
          open
          onClose={() => setAsking(false)}
        >
          <form onSubmit={submit} className="flex flex-col gap-3">
            <TextField
              id="safety-reason"
              label="Why it is none"
              error={errorAt(marking.error, "reason")}
              value={reason}
              maxLength={400}
              onText={setReason}
            />
            <SheetFoot
              pending={marking.isPending}
              others={others}
              onClose={() => setAsking(false)}
            />
          </form>
        </Sheet>
      )}
    </>
  );
}
