import { type FormEvent, useState } from "react";
import { useSayStanding } from "@/api/areas/instruments";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Instrument, StandingIn } from "@/api/types";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { Section } from "@/ui/Section";
import { TextField } from "@/ui/TextField";

type Props = { one: Instrument; isLead: boolean };

/** Warn of it; a lead trusts it again, takes it out of use or in again. Each with a reason. */
export function StandingForm({ one, isLead }: Props) {
  const saying = useSayStanding(one.id);
  const [because, setBecause] = useState("");
  const distrusted = one.doubts.includes("distrusted");
  const retired = one.doubts.includes("retired");
  function say(part: Omit<StandingIn, "because">) {
    saying.mutate({ ...part, because }, { onSuccess: () => setBecause("") });
  }
  function submit(event: FormEvent) {
    event.preventDefault();
  }
  return (
    <Section title="Standing">
      <form onSubmit={submit} className="flex flex-col gap-2">
        <TextField
          id="standing-because"
          label="Because"
          error={errorAt(saying.error, "because")}
          value={because}
          maxLength={400}
          onText={setBecause}
        />
        <OtherErrors others={unplacedErrors(saying.error, ["because"])} />
        <div className="flex flex-wrap gap-2">
          {!distrusted && (
            <Button disabled={saying.isPending} onClick={() => say({ trusted: false })}>
              Do not trust it
            </Button>
          )}
          {distrusted && isLead && (
            <Button disabled={saying.isPending} onClick={() => say({ trusted: true })}>
              Trust it again
            </Button>
          )}
          {isLead && (
            <Button disabled={saying.isPending} onClick={() => say({ in_use: retired })}>
              {retired ? "Take it into use again" : "Take it out of use"}
            </Button>
          )}
        </div>
      </form>
    </Section>
  );
}
