import type { FormEvent } from "react";
import { useEntry } from "@/jobs/route/useEntry";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { Choices } from "@/ui/Choices";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import type { Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

type Gas = "tight" | "not_opened" | "leaks";

const GAS: { value: Gas; label: string }[] = [
  { value: "not_opened", label: "gas line not opened" },
  { value: "tight", label: "opened, every joint tight" },
  { value: "leaks", label: "it leaks" },
];

type Ticks = Record<"nothing" | "bypasses" | "covers", boolean>;

/** The gate before energising after a repair: protective conductor, insulation, nothing left, covers. */
export function GateStep({ visit }: { visit: Visit }) {
  const { job } = visit;
  const [draft, change, forget] = useDraft(`hembit.job.${job.number}.gate`, {
    conductor: "",
    noConductor: "",
    insulation: "",
    noInsulation: "",
    gas: "" as Gas | "",
    nothing: false,
    bypasses: false,
    covers: false,
  });
  const entry = useEntry(visit, [
    "gate.protective_conductor",
    "gate.no_protective_conductor_because",
    "gate.insulation",
    "gate.no_insulation_because",
    "gate.gas",
  ]);
  function submit(event: FormEvent) {
    event.preventDefault();
    write(draft);
  }
  function write({ nothing, bypasses, covers }: Ticks) {
    const shown = (text: string) => (text.trim() ? text : null);
    const gate = {
      protective_conductor: shown(draft.conductor),
      no_protective_conductor_because: draft.noConductor,
      insulation: shown(draft.insulation),
      no_insulation_because: draft.noInsulation,
      nothing_left_inside: nothing,
      bypasses_removed: bypasses,
      covers_on: covers,
      gas: draft.gas || null,
    };
    entry.write({ kind: "gate_passed", gate }, "gate before energising", draft.id, (answer) => {
      forget();
      visit.moveOn(answer, "Passed: it may be energised");
    });
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <div className="grid grid-cols-2 gap-x-6 gap-y-2 max-sm:grid-cols-1">
        <TextField
          id="conductor"
          label="Protective conductor, plug or terminal to case"
          error={entry.at("gate.protective_conductor")}
          data-first
          unit="Ω"
          className="font-mono text-[1.2rem]"
          value={draft.conductor}
          onText={(conductor) => change({ conductor })}
        />
        <TextField
          id="no-conductor"
          label="or not, because"
          error={entry.at("gate.no_protective_conductor_because")}
          value={draft.noConductor}
          maxLength={200}
          placeholder="protection class II"
          onText={(noConductor) => change({ noConductor })}
        />
        <TextField
          id="insulation"
          label="Insulation, conductors joined, to case"
          error={entry.at("gate.insulation")}
          unit="Ω"
          className="font-mono text-[1.2rem]"
          value={draft.insulation}
          placeholder="210 M"
          onText={(insulation) => change({ insulation })}
        />
        <TextField
          id="no-insulation"
          label="or not, because"
          error={entry.at("gate.no_insulation_because")}
          value={draft.noInsulation}
          maxLength={200}
          placeholder="extra-low voltage"
          onText={(noInsulation) => change({ noInsulation })}
        />
      </div>
      {job.burns_gas && (
        <Choices
          label="Gas, by leak fluid or a pressure test, never by a flame; whoever is licensed for gas decides"
          value={draft.gas}
          items={GAS}
          error={entry.at("gate.gas")}
          onChoose={(gas) => change({ gas: gas as Gas })}
        />
      )}
      <div>
        <TickBox
          strong
          label="No tool, clip or lead left inside"
          on={draft.nothing}
          onChange={(nothing) => change({ nothing })}
        />
        <TickBox
          strong
          label="Every bypass and jumper is out"
          on={draft.bypasses}
          onChange={(bypasses) => change({ bypasses })}
        />
        <TickBox
          strong
          label="Covers on, screws in"
          on={draft.covers}
          onChange={(covers) => change({ covers })}
        />
      </div>
      <FormFoot action="It may be energised" pending={entry.pending} others={entry.others}>
        {!(draft.nothing && draft.bypasses && draft.covers) && (
          <Button
            disabled={entry.pending}
            onClick={() => write({ nothing: true, bypasses: true, covers: true })}
          >
            All three are so: nothing left inside, bypasses out, covers on
          </Button>
        )}
      </FormFoot>
    </form>
  );
}
