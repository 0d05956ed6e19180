import type { FormEvent } from "react";
import {
  useAddWorker,
  useChangeWorker,
  useEndSecondFactor,
  useOneTimePassword,
} from "@/api/areas/shop";
import { unplacedErrors } from "@/api/errors";
import type { Worker, WorkerIn } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { choice, items, words } from "@/forms/fields";
import { useForm } from "@/forms/useForm";
import { Places } from "@/people/Places";
import { useSession } from "@/people/session";
import { Button } from "@/ui/Button";
import { OtherErrors } from "@/ui/OtherErrors";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { OneTimeWord } from "./OneTimeWord";

const DEFS = [
  words("name", "Name", 60, { hint: "beside all they measure" }),
  words("username", "User name", 150, { hint: "to sign in", input: { autoCapitalize: "off" } }),
  choice("role", "Role", items({ technician: "technician", lead: "lead" }), "technician"),
];
/** Of somebody who is there already. */
const HERE = choice("is_active", "Here", items({ true: "works here", false: "has left" }), "true", {
  sends: (value) => value === "true",
});

type Props = { worker: Worker | null; onClose: () => void };

/** A person: added, renamed, made a lead or let go; a new password for once; where they are signed in. */
export function WorkerSheet({ worker, onClose }: Props) {
  const adding = useAddWorker();
  const changing = useChangeWorker(worker?.id ?? 0);
  const renewing = useOneTimePassword(worker?.id ?? 0);
  const ending = useEndSecondFactor(worker?.id ?? 0);
  const { person } = useSession();
  const saving = worker ? changing : adding;
  const given = adding.data ?? renewing.data;
  const defs = worker ? [...DEFS, HERE] : DEFS;
  const form = useForm("worker", defs, saving, worker);
  function submit(event: FormEvent) {
    event.preventDefault();
    const body = { is_active: true, ...form.sent() } as Required<WorkerIn>;
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
        <FormFields form={form} defs={defs} />
        <SheetFoot pending={saving.isPending} others={form.others()} onClose={onClose} />
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
