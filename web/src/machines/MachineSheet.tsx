import { type FormEvent, useState } from "react";
import { useSaveMachine } from "@/api/areas/jobs";
import { useWorkshop } from "@/api/areas/shop";
import { errorAt, unplacedErrors } from "@/api/errors";
import { useOptions } from "@/api/queries";
import type { MachineIn, MachineWhole } from "@/api/types";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { Labelled, TextArea } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";

type Props = {
  machine: MachineWhole | null;
  customer: number;
  onClose: () => void;
  onSaved: (machine: MachineWhole) => void;
};

/** A machine of a customer: where it stands, its supply, the altitude of the site. */
export function MachineSheet({ machine, customer, onClose, onSaved }: Props) {
  const saving = useSaveMachine(machine?.id);
  const systems = useOptions().data?.supply_systems ?? [];
  const [draft, setDraft] = useState({
    name: machine?.name ?? "",
    place: machine?.place ?? "",
    model: machine?.model ?? "",
    serial: machine?.serial ?? "",
    supply: machine?.supply_system ?? null,
    altitude: machine ? String(machine.altitude ?? "") : null,
    note: machine?.note ?? "",
    ruleSet: machine?.rule_set ?? null,
  });
  // What nobody said of a new machine is as it usually is here.
  const usual = useWorkshop().data;
  const supply = draft.supply ?? usual?.supply_system ?? "single_phase_230";
  const altitude = draft.altitude ?? usual?.altitude ?? "";
  function submit(event: FormEvent) {
    event.preventDefault();
    const body = {
      customer,
      name: draft.name,
      place: draft.place,
      model: draft.model,
      serial: draft.serial,
      supply_system: supply,
      // The server says what is wrong with a text that is no whole number.
      altitude:
        altitude.trim() === "" ? null : (altitude.trim().replace("−", "-") as unknown as number),
      note: draft.note,
      rule_set: draft.ruleSet,
    } as MachineIn;
    saving.mutate(body, { onSuccess: onSaved });
  }
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const at = (field: string) => errorAt(saving.error, field);
  return (
    <Sheet title={machine ? machine.name : "Add a machine"} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-2.5">
        <TextField
          id="machine-name"
          label="Machine"
          error={at("name")}
          value={draft.name}
          maxLength={120}
          onText={(name) => set({ name })}
        />
        <TextField
          id="machine-place"
          label="Where it stands"
          error={at("place")}
          value={draft.place}
          maxLength={120}
          onText={(place) => set({ place })}
        />
        <TextField
          id="machine-model"
          label="Model"
          hint="as on its plate"
          error={at("model")}
          value={draft.model}
          maxLength={120}
          onText={(model) => set({ model })}
        />
        <TextField
          id="machine-serial"
          label="Serial"
          error={at("serial")}
          value={draft.serial}
          maxLength={80}
          onText={(serial) => set({ serial })}
        />
        <Labelled id="machine-supply" label="Supply system" error={at("supply_system")}>
          <Select
            id="machine-supply"
            value={supply}
            items={systems}
            onChoose={(supply) => set({ supply: supply as typeof draft.supply })}
          />
        </Labelled>
        <TextField
          id="machine-altitude"
          label="Altitude of the site"
          hint="water boils earlier higher up"
          error={at("altitude")}
          unit="m"
          inputMode="numeric"
          value={altitude}
          onText={(altitude) => set({ altitude })}
        />
        <RuleSetSelect
          id="machine-rules"
          label="Rules"
          usual="the shop’s default ones"
          value={draft.ruleSet}
          error={at("rule_set")}
          onChoose={(ruleSet) => set({ ruleSet })}
        />
        <Labelled id="machine-note" label="Note" error={at("note")}>
          <TextArea
            id="machine-note"
            rows={2}
            value={draft.note}
            maxLength={2000}
            onText={(note) => set({ note })}
          />
        </Labelled>
        <SheetFoot
          pending={saving.isPending}
          others={unplacedErrors(saving.error, [
            "name",
            "place",
            "model",
            "serial",
            "supply_system",
            "altitude",
            "note",
            "rule_set",
          ])}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
