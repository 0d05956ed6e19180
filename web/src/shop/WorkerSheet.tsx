import { type FormEvent, useState } from "react";
import {
  useAddWorker,
  useChangeWorker,
  useEndSecondFactor,
  useOneTimePassword,
} from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Worker, WorkerIn } from "@/api/types";
import { Places } from "@/people/Places";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { OtherErrors } from "@/ui/OtherErrors";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { OneTimeWord } from "./OneTimeWord";

const ROLES = [
  { value: "technician", label: "technician" },
  { value: "lead", label: "lead" },
];
const WORKS = [
  { value: "yes", label: "works here" },
  { value: "no", label: "has left" },
];
const FIELDS = ["name", "username", "role", "is_active"];

type Props = { worker: Worker | null; onClose: () => void };

/** A person: added, renamed, made a lead or let go; a new password for once; where they are signed in. */
export function WorkerSheet({ worker, onClose }: Props) {
  const [draft, setDraft] = useState<Required<WorkerIn>>({
    name: worker?.name ?? "",
    username: worker?.username ?? "",
    role: worker?.role ?? "technician",
    is_active: worker?.is_active ?? true,
  });
  const adding = useAddWorker();
  const changing = useChangeWorker(worker?.id ?? 0);
  const renewing = useOneTimePassword(worker?.id ?? 0);
  const ending = useEndSecondFactor(worker?.id ?? 0);
  const { person } = useSession();
  const saving = worker ? changing : adding;
  const given = adding.data ?? renewing.data;
  const at = (field: string) => errorAt(saving.error, field);
  function submit(event: FormEvent) {
    event.preventDefault();
    const body = { ...draft, name: draft.name.trim(), username: draft.username.trim() };
    if (worker) changing.mutate(body, { onSuccess: onClose });
    else adding.mutate(body);
  }
  if (given) {
    return (
      <Sheet title={given.person.name} open onClose={onClose}>
        <OneTimeWord given={given} />
        <Button look="action" className="mt-3" onClick={onClose}>
          It is written down
        </Button>
      </Sheet>
    );
  }
  return (
    <Sheet title={worker ? worker.name : "Add a person"} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-2.5">
        <TextField
          id="worker-name"
          label="Name"
          hint="beside all they measure"
          error={at("name")}
          value={draft.name}
          maxLength={60}
          onText={(name) => setDraft({ ...draft, name })}
        />
        <TextField
          id="worker-username"
          label="User name"
          hint="to sign in"
          autoCapitalize="off"
          error={at("username")}
          value={draft.username}
          maxLength={150}
          onText={(username) => setDraft({ ...draft, username })}
        />
        <Labelled id="worker-role" label="Role" error={at("role")}>
          <Select
            id="worker-role"
            label="Role"
            value={draft.role}
            items={ROLES}
            onChoose={(role) => setDraft({ ...draft, role: role as Worker["role"] })}
          />
        </Labelled>
        {worker && (
          <Labelled id="worker-active" label="Here" error={at("is_active")}>
            <Select
              id="worker-active"
              label="Here"
              value={draft.is_active ? "yes" : "no"}
              items={WORKS}
              onChoose={(works) => setDraft({ ...draft, is_active: works === "yes" })}
            />
          </Labelled>
        )}
        <SheetFoot
          pending={saving.isPending}
          others={unplacedErrors(saving.error, FIELDS)}
          onClose={onClose}
        />
      </form>
      {worker && (
        <section aria-label="Signed in" className="mt-4 border-hairline border-t pt-3">
          <h3 className="legend mb-2">Signed in</h3>
          <Places person={worker.id} />
          <Button className="mt-3" disabled={renewing.isPending} onClick={() => renewing.mutate()}>
            Lost password: give one for once
          </Button>
          {worker.role === "lead" && worker.id !== person?.id && (
            <div className="mt-3">
              <Button disabled={ending.isPending} onClick={() => ending.mutate()}>
                Lost telephone: no more time codes
              </Button>
              {ending.isSuccess && <p role="status">{worker.name} is asked for none.</p>}
              <OtherErrors others={unplacedErrors(ending.error, [])} />
            </div>
          )}
        </section>
      )}
    </Sheet>
  );
}
