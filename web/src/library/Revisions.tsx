import { useState } from "react";
import { useSettle } from "@/api/areas/library";
import type { SpecRevision, SpecWhole } from "@/api/types";
import { day } from "@/clock/dates";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { Section } from "@/ui/Section";
import { TextField } from "@/ui/TextField";
import { JudgedAgain } from "./JudgedAgain";

/** Every revision, the newest first: what it says, why, by whom; a lead settles what was proposed. */
export function Revisions({ spec }: { spec: SpecWhole }) {
  const isLead = useSession().person?.role === "lead";
  return (
    <Section title="Revisions">
      <ol className="border-hairline border-t">
        {spec.revisions.map((one) => (
          <li key={one.id} className="border-hairline border-b py-2">
            <p>
              <b className="font-semibold">Revision {one.number}</b>
              {one.id === spec.current.id && one.standing === "accepted" ? ", counts now" : ""}
              {one.standing === "accepted" ? "" : `, ${one.standing}`}
            </p>
            <p>{one.described}</p>
            {one.why && <p>“{one.why}”</p>}
            <p className="text-[0.93rem] text-muted">
              {one.by}, {day(one.at)}; {one.source}
              {one.job_number ? `; in job ${one.job_number}` : ""}
            </p>
            {one.settled_by && (
              <p className="text-[0.93rem] text-muted">
                {one.standing} by {one.settled_by}
                {one.settled_because && `: “${one.settled_because}”`}
              </p>
            )}
            {one.standing !== "declined" && <JudgedAgain revision={one.id} />}
            {isLead && one.standing === "proposed" && <Settle revision={one} />}
          </li>
        ))}
      </ol>
    </Section>
  );
}

function Settle({ revision }: { revision: SpecRevision }) {
  const [why, setWhy] = useState("");
  const settling = useSettle(revision.id);
  return (
    <div className="mt-2 flex flex-col gap-2">
      <TextField
        label="Why not"
        hint="if it is declined"
        value={why}
        maxLength={400}
        error={settling.error?.message}
        onText={setWhy}
      />
      <div className="flex gap-2">
        <Button
          look="action"
          disabled={settling.isPending}
          onClick={() => settling.mutate({ accepted: true, why: "" })}
        >
          Accept
        </Button>
        <Button
          disabled={settling.isPending}
          onClick={() => settling.mutate({ accepted: false, why })}
        >
          Decline
        </Button>
      </div>
    </div>
  );
}
