import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { ask, client } from "@/api/client";
import { errorAt, unplacedErrors } from "@/api/errors";
import { askAgain, showsVisit } from "@/api/keys";
import type { MachineWhole, Position, Spec } from "@/api/types";
import { type SpecDraft, specOf } from "@/check/draft";
import { useDraft } from "@/stored/stored";
import { DateField } from "@/ui/DateField";
import { Labelled } from "@/ui/Field";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { SheetFoot } from "@/ui/SheetFoot";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
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

const FIELDS = ["name", "serial", "fitted_on"];

/** A new position with the part in it; or the new part of a position that is there. */
export function PartSheet({ machine, position, onClose }: Props) {
  const store = useQueryClient();
  const key = `hembit.machine.${machine.id}.part.${position?.id ?? "new"}`;
  const [draft, change, forget] = useDraft<PartDraft>(key, {
    name: position?.name ?? "",
    bank: "none",
    behindPanel: position?.behind_panel ?? false,
    spec: { kind: position?.part?.spec.kind ?? "heating_element", specs: {} },
    serial: "",
    fittedOn: "",
  });
  const spec = specOf(draft.spec);
  const part = {
    spec: (spec ?? { kind: draft.spec.kind }) as Spec,
    serial: draft.serial,
    fitted_on: draft.fittedOn || null,
  };
  const saving = useMutation({
    mutationFn: () =>
      position
        ? ask(
            client.POST("/api/v1/positions/{number}/parts", {
              params: { path: { number: position.id } },
              body: part,
            }),
          )
        : ask(
            client.POST("/api/v1/machines/{number}/positions", {
              params: { path: { number: machine.id } },
              body: {
                ...part,
                name: draft.name,
                part_of: draft.bank === "none" ? null : Number(draft.bank),
                behind_panel: draft.behindPanel,
              },
            }),
          ),
    onSuccess: () => {
      forget();
      void askAgain(store, ...showsVisit);
      onClose();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    saving.mutate();
  }
  const banks = machine.positions.filter(
    (one) => one.part?.spec.kind === "element_bank" || one.part?.spec.kind === "three_phase_set",
  );
  const others = unplacedErrors(saving.error, FIELDS);
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
        {!position && (
          <>
            <TextField
              id="position-name"
              label="Position"
              hint="top deck, front element"
              error={errorAt(saving.error, "name")}
              value={draft.name}
              maxLength={120}
              onText={(name) => change({ name })}
            />
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
        <SpecEditor
          draft={draft.spec}
          onChange={(next) => change({ spec: next })}
          error={saving.error}
        />
        <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
          <TextField
            id="part-serial"
            label="Serial"
            error={errorAt(saving.error, "serial")}
            value={draft.serial}
            maxLength={80}
            onText={(serial) => change({ serial })}
          />
          <DateField
            id="part-day"
            label="Fitted on"
            hint="if known"
            error={errorAt(saving.error, "fitted_on")}
            value={draft.fittedOn}
            onDay={(fittedOn) => change({ fittedOn })}
          />
        </div>
        <SheetFoot pending={saving.isPending} others={others} onClose={onClose} />
      </form>
    </Sheet>
  );
}
