import { useNavigate } from "react-router";
import { useCopyMachine } from "@/api/areas/machines";
import type { MachineWhole } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { SheetForm } from "@/forms/SheetForm";
import { useForm } from "@/forms/useForm";
import { MACHINE, PLACE, SERIAL } from "./fields";

const DEFS = [MACHINE, PLACE, SERIAL];

/** Another machine of the same kind: its positions and specs, none of its history. */
export function CopySheet({ machine, onClose }: { machine: MachineWhole; onClose: () => void }) {
  const copying = useCopyMachine(machine.id);
  const form = useForm("copy", DEFS, copying, {
    name: `${machine.name}, the second`,
    place: machine.place,
  });
  const navigate = useNavigate();
  function send() {
    const body = { ...form.sent(), customer: machine.customer.id } as Parameters<
      typeof copying.mutate
    >[0];
    copying.mutate(body, {
      onSuccess: ({ id }) => {
        onClose();
        navigate(`/machines/${id}`);
      },
    });
  }
  return (
    <SheetForm
      title="Another of the same kind"
      about="With the same positions and specs; serials and history are its own."
      pending={copying.isPending}
      others={form.others()}
      onSend={send}
      onClose={onClose}
    >
      <FormFields form={form} defs={DEFS} />
    </SheetForm>
  );
}
