import { useState } from "react";
import { useChangePosition } from "@/api/areas/jobs";
import type { Position, PositionChange } from "@/api/types";
import { FormFields } from "@/forms/FormFields";
import { type FieldDef, words } from "@/forms/fields";
import { SheetForm } from "@/forms/SheetForm";
import { useForm } from "@/forms/useForm";
import { RuleSetSelect } from "@/rules/RuleSetSelect";

const DEFS: FieldDef[] = [
  words("name", "Position", 120),
  { type: "tick", at: "behind_panel", label: "behind a panel" },
];

/** What may change of a position while its part stays: its name, its panel, its rules. */
export function PositionSheet({ position, onClose }: { position: Position; onClose: () => void }) {
  const saving = useChangePosition(position.id);
  const form = useForm("position", DEFS, saving, position);
  const [ruleSet, setRuleSet] = useState(position.rule_set);
  function send() {
    const body = { ...form.sent(), rule_set: ruleSet } as PositionChange;
    saving.mutate(body, { onSuccess: onClose });
  }
  return (
    <SheetForm
      title={position.name}
      pending={saving.isPending}
      others={form.others("rule_set")}
      onSend={send}
      onClose={onClose}
    >
      <FormFields form={form} defs={DEFS} />
      <RuleSetSelect
        id="position-rules"
        label="What sits here is judged by"
        usual="the machine’s rules"
        value={ruleSet}
        error={form.at("rule_set")}
        onChoose={setRuleSet}
      />
    </SheetForm>
  );
}
