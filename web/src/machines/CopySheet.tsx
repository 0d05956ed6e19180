import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { useCopyMachine } from "@/api/areas/machines";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { MachineWhole } from "@/api/types";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";

const FIELDS = ["name", "place", "serial"] as const;
const LABELS = { name: "Machine", place: "Where it stands", serial: "Serial" };

/** Another machine of the same kind: its positions and specs, none of its history. */
export function CopySheet({ machine, onClose }: { machine: MachineWhole; onClose: () => void }) {
  const [draft, setDraft] = useState({
    name: `${machine.name}, the second`,
    place: machine.place,
    serial: "",
  });
  const copying = useCopyMachine(machine.id);
  const navigate = useNavigate();
  function submit(event: FormEvent) {
    event.preventDefault();
    copying.mutate(
      { ...draft, customer: machine.customer.id },
      {
        onSuccess: ({ id }) => {
          onClose();
          navigate(`/machines/${id}`);
        },
      },
    );
  }
  return (
    <Sheet
      title="Another of the same kind"
      about="With the same positions and specs; serials and history are its own."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        {FIELDS.map((field) => (
          <TextField
            key={field}
            label={LABELS[field]}
            value={draft[field]}
            maxLength={field === "serial" ? 80 : 120}
            error={errorAt(copying.error, field)}
            onText={(text) => setDraft({ ...draft, [field]: text })}
          />
        ))}
        <SheetFoot
          pending={copying.isPending}
          others={unplacedErrors(copying.error, [...FIELDS])}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
