import { type FormEvent, useState } from "react";
import { useAddPositions, useFitPart } from "@/api/areas/machines";
import { Refused } from "@/api/client";
import { errorAt, unplacedErrors } from "@/api/errors";
import type { MachineWhole, Position } from "@/api/types";
import type { SpecDraft } from "@/check/draft";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { DateField } from "@/ui/DateField";
import { Labelled } from "@/ui/Field";
import { OtherErrors } from "@/ui/OtherErrors";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import { namesIn } from "./names";
import { partSent } from "./partSent";
import { SpecEditor } from "./SpecEditor";

type Props = { machine: MachineWhole; position: Position | null; onClose: () => void };
type PartDraft = {
  name: string;
  bank: string;
  behindPanel: boolean;
  spec: SpecDraft;
  serial: string;
  fittedOn: string;
};

const FIELDS = ["name", "serial", "fitted_on", "revision"];

/** A new position with the part in it, or several alike; or the new part of a position that is there. */
export function PartSheet({ machine, position, onClose }: Props) {
  const key = `hembit.machine.${machine.id}.part.${position?.id ?? "new"}`;
  const [draft, change, forget] = useDraft<PartDraft>(key, {
    name: position?.name ?? "",
    bank: "none",
    behindPanel: position?.behind_panel ?? false,
    spec: { kind: position?.part?.spec.kind ?? "heating_element", specs: {}, found: null },
    serial: "",
    fittedOn: "",
  });
  const [added, setAdded] = useState<string[]>([]);
  const part = {
    ...partSent(draft.spec),
    serial: draft.serial,
    fitted_on: draft.fittedOn || null,
  };
  const names = namesIn(draft.name);
  const adding = useAddPositions(machine.id);
  const fitting = useFitPart(position?.id ?? 0);
  const { isPending } = position ? fitting : adding;
  const error = atOne(position ? fitting.error : adding.error);
  function save(then: () => void) {
    const onSuccess = () => {
      forget();
      then();
    };
    if (position) {
      fitting.mutate(part, { onSuccess });
      return;
    }
    const row = {
      ...part,
      part_of: draft.bank === "none" ? null : Number(draft.bank),
      behind_panel: draft.behindPanel,
    };
    const rows = (names.length > 0 ? names : [""]).map((name) => ({ ...row, name }));
    adding.mutate(rows, { onSuccess });
  }
  function goOn() {
    setAdded([...added, ...names]);
    document.querySelector<HTMLElement>("[role=dialog] [role=combobox]")?.focus();
  }
  function submit(event: FormEvent) {
    event.preventDefault();
    save(position ? onClose : goOn);
  }
  const banks = machine.positions.filter(
    (one) => one.part?.spec.kind === "element_bank" || one.part?.spec.kind === "three_phase_set",
  );
  const others = unplacedErrors(error, FIELDS);
  return (
    <Sheet
      title={position ? `${position.name}: the new part` : "Add a position"}
      about={
        position
          ? "The position’s history goes on; the part’s baseline starts anew."
          : "A place where a part sits, and the part in it."
      }
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        {added.length > 0 && (
          <p role="status">
            <span className="text-muted">Added: </span>
            {added.join("; ")}
          </p>
        )}
        <SpecEditor
          draft={draft.spec}
          onChange={(next) => change({ spec: next })}
          error={error}
          machine={machine.id}
          onFound={() => document.getElementById("position-name")?.focus()}
        />
        {!position && (
          <>
            <TextField
              id="position-name"
              label="Position"
              hint="several alike: Element 1–4"
              error={errorAt(error, "name")}
              value={draft.name}
              maxLength={400}
              onText={(name) => change({ name })}
            />
            {namesIn(draft.name).length > 1 && (
              <p role="status" className="text-[0.93rem]">
                <span className="text-muted">{namesIn(draft.name).length} positions: </span>
                {namesIn(draft.name).join("; ")}
              </p>
            )}
            {banks.length > 0 && (
              <Labelled id="position-bank" label="Member of">
                <Select
                  id="position-bank"
                  value={draft.bank}
                  items={[
                    { value: "none", label: "nothing: it stands alone" },
                    ...banks.map((one) => ({ value: String(one.id), label: one.name })),
                  ]}
                  onChoose={(bank) => change({ bank })}
                />
              </Labelled>
            )}
            <TickBox
              label="behind a panel"
              on={draft.behindPanel}
              onChange={(behindPanel) => change({ behindPanel })}
            />
          </>
        )}
        <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
          <TextField
            id="part-serial"
            label="Serial"
            error={errorAt(error, "serial")}
            value={draft.serial}
            maxLength={80}
            onText={(serial) => change({ serial })}
          />
          <DateField
            id="part-day"
            label="Fitted on"
            hint="if known"
            error={errorAt(error, "fitted_on")}
            value={draft.fittedOn}
            onDay={(fittedOn) => change({ fittedOn })}
          />
        </div>
        {position ? (
          <SheetFoot pending={isPending} others={others} onClose={onClose} />
        ) : (
          <>
            <OtherErrors others={others} />
            <div className="flex flex-wrap gap-3">
              <Button type="submit" look="action" shortcut="Return" disabled={isPending}>
                Add, and go on
              </Button>
              <Button disabled={isPending} onClick={() => save(onClose)}>
                Save
              </Button>
              <Button onClick={onClose}>{added.length > 0 ? "Close" : "Cancel"}</Button>
            </div>
          </>
        )}
      </form>
    </Sheet>
  );
}

/** Of several alike, what is wrong with one is wrong where it was typed. */
function atOne(error: Error | null): Error | null {
  if (!(error instanceof Refused)) return error;
  const errors = error.errors.map((one) => ({
    ...one,
    field: one.field.replace(/^positions\.\d+\.?/, ""),
  }));
  return new Refused(error.status, errors);
}
