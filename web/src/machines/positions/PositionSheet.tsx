import { type FormEvent, useState } from "react";
import { useChangePosition } from "@/api/areas/jobs";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { Position } from "@/api/types";
import { RuleSetSelect } from "@/rules/RuleSetSelect";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";

/** What may change of a position while its part stays: its name, its panel, its rules. */
export function PositionSheet({ position, onClose }: { position: Position; onClose: () => void }) {
  const [draft, setDraft] = useState({
    name: position.name,
    behind_panel: position.behind_panel,
    rule_set: position.rule_set,
  });
  const saving = useChangePosition(position.id);
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate(draft, { onSuccess: onClose });
  }
  return (
    <Sheet title={position.name} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-3">
        <TextField
          id="position-name"
          label="Position"
          error={errorAt(saving.error, "name")}
          value={draft.name}
          maxLength={120}
          onText={(name) => setDraft({ ...draft, name })}
        />
        <TickBox
          label="behind a panel"
          on={draft.behind_panel}
          onChange={(behind_panel) => setDraft({ ...draft, behind_panel })}
        />
        <RuleSetSelect
          id="position-rules"
          label="What sits here is judged by"
          usual="the machine’s rules"
          value={draft.rule_set}
          error={errorAt(saving.error, "rule_set")}
          onChoose={(rule_set) => setDraft({ ...draft, rule_set })}
        />
        <SheetFoot
          pending={saving.isPending}
          others={unplacedErrors(saving.error, ["name", "rule_set"])}
          onClose={onClose}
        />
      </form>
    </Sheet>
  );
}
