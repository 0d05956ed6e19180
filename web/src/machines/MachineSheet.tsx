import { useState } from "react";
import { useSaveMachine } from "@/api/areas/jobs";
import { useWorkshop } from "@/api/areas/shop";
import type { MachineIn, MachineWhole, Options, Workshop } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { area, choice, figure, words } from "@/forms/fields";
import { SheetForm } from "@/forms/SheetForm";
import { useForm } from "@/forms/useForm";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { MACHINE, PLACE, SERIAL } from "./fields";

const WHICH = [MACHINE, PLACE, words("model", "Model", 120, { hint: "as on its plate" }), SERIAL];
const NOTE = area("note", "Note", 2, 2000, { needed: true });

/** What it is fed by and how high it stands; what nobody said is as it usually is here. */
const site = (usual: Workshop | undefined) => [
  choice(
    "supply_system",
    "Supply system",
    ({ supply_systems }: Options) => supply_systems,
    usual?.supply_system ?? "single_phase_230",
  ),
  figure("altitude", "Altitude of the site", "m", 12, {
    hint: "water boils earlier higher up",
    start: usual?.altitude ?? "",
    input: { inputMode: "numeric" },
  }),
];

type Props = {
  machine: MachineWhole | null;
  customer: number;
  onClose: () => void;
  onSaved: (machine: MachineWhole) => void;
};

/** A machine of a customer: where it stands, its supply, the altitude of the site. */
export function MachineSheet({ machine, customer, onClose, onSaved }: Props) {
  const saving = useSaveMachine(machine?.id);
  const usual = useWorkshop().data;
  const where = site(machine ? undefined : usual);
  const form = useForm("machine", [...WHICH, ...where, NOTE], saving, machine);
  const [ruleSet, setRuleSet] = useState(machine?.rule_set ?? null);
  function send() {
    const body = { ...form.sent(), customer, rule_set: ruleSet } as MachineIn;
    saving.mutate(body, { onSuccess: onSaved });
  }
  return (
    <SheetForm
      title={machine ? machine.name : "Add a machine"}
      pending={saving.isPending}
      others={form.others("rule_set")}
      onSend={send}
      onClose={onClose}
    >
      <FormFields form={form} defs={[...WHICH, ...where]} />
      <RuleSetSelect
        id="machine-rules"
        label="Rules"
        usual="the shop’s default ones"
        value={ruleSet}
        error={form.at("rule_set")}
        onChoose={setRuleSet}
      />
      <FormFields form={form} defs={[NOTE]} />
    </SheetForm>
  );
}
