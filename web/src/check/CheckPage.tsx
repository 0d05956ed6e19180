import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { clock, useMachine } from "@/app/machine";
import { useKeys } from "@/keys/shortcuts";
import { Rail } from "@/rail/Rail";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { Verdict } from "@/verdict/Verdict";
import { Working } from "@/verdict/Working";
import { type Draft, MEASURANDS, nextPart } from "./draft";
import { Entry } from "./Entry";
import { KeptToday } from "./KeptToday";
import { gateFor, type MachineActions, MachineGate, useMachineActions } from "./MachineGate";
import { PartPanel } from "./PartPanel";
import { ProbeSketch } from "./ProbeSketch";
import { Questions } from "./Questions";
import { Expect, Tests } from "./Tests";
import { type Check, useCheck } from "./useCheck";

/** Check: one part, now. Part left, measurement in the centre, working right. */
export function CheckPage() {
  const check = useCheck();
  const { machine } = useMachine();
  const actions = useMachineActions();
  const gate = gateFor(check.draft.measurand, machine);
  useCheckKeys(check, actions, gate);
  const { shown } = check;
  const expectation = check.expectations?.find((one) => one.measurand === check.draft.measurand);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[18.5rem_minmax(0,1fr)_20.5rem]">
      <div className="border-hairline px-4.5 py-4 max-lg:py-1 lg:border-r">
        <h1 className="sr-only">Check one part</h1>
        <PartPanel check={check} />
      </div>
      <div className="flex flex-col gap-2.5 px-4.5 py-3.5">
        <Tests
          kind={check.draft.kind}
          chosen={check.draft.measurand}
          expectations={check.expectations}
          onChoose={(measurand) => check.change({ measurand })}
        />
        <Measurement check={check} actions={actions} gate={gate} />
      </div>
      <aside className="flex flex-col gap-6 border-hairline bg-sheet px-4.5 py-4 lg:border-l">
        {shown ? (
          <Working lines={shown.working} policy={shown.policy} />
        ) : (
          <Working lines={expectation?.working ?? []} policy={expectation?.policy ?? []} />
        )}
        <KeptToday />
      </aside>
    </div>
  );
}

type Gate = ReturnType<typeof gateFor>;

function Measurement({
  check,
  actions,
  gate,
}: {
  check: Check;
  actions: MachineActions;
  gate: Gate;
}) {
  const expectation = check.expectations?.find((one) => one.measurand === check.draft.measurand);
  const { shown } = check;
  if (check.unreachable) {
    return (
      <>
        <Notice alert>The server does not answer. What you typed is kept here, not judged.</Notice>
        <Entry check={check} />
      </>
    );
  }
  if (!expectation) return <Waiting check={check} />;
  return (
    <>
      <div className="flex gap-6 max-sm:flex-col max-sm:gap-2">
        <ProbeSketch probes={expectation.probes} />
        <Expect expectation={shown?.expectation ?? expectation} />
      </div>
      {gate ? (
        <>
          <MachineGate
            gate={gate}
            cautions={expectation.cautions}
            message={check.machineError}
            actions={actions}
          />
          <Rail rail={expectation.rail} />
        </>
      ) : (
        <>
          <Entry check={check} />
          <Rail rail={shown?.rail ?? expectation.rail} />
          {shown && <Verdict judgement={shown} note={<Note check={check} />} />}
          {check.loose.map((message) => (
            <Notice key={message} alert>
              {message}
            </Notice>
          ))}
          <div className="sticky bottom-0 flex flex-wrap items-center gap-3 bg-ground py-1.5">
            <Button
              look="action"
              shortcut="Return"
              onClick={check.keep}
              disabled={check.keeping || !check.ready}
            >
              Keep
            </Button>
            <Button onClick={() => startNewPart(check, actions)}>New part</Button>
          </div>
        </>
      )}
    </>
  );
}

function startNewPart(check: Check, actions: MachineActions) {
  check.replace(nextPart(check.draft));
  actions.dead();
  document.getElementById(firstField(check.draft))?.focus();
}

/** The field that says first what the part should be. */
function firstField({ kind, ratingBy, sensorType }: Draft): string {
  switch (kind) {
    case "heating_element":
      return ratingBy === "plate" ? "power" : "ohms";
    case "winding":
      return "windingOhms";
    case "temperature_sensor":
      return sensorType === "platinum" ? "r0" : "r25";
    case "igniter":
      return "usualLower";
    case "contact":
      return "closedLimit";
    case "high_tension_lead":
      return "length";
    case "resistive_part":
      return "plainOhms";
  }
}

const FIRST_WORDS: Record<Draft["kind"], string> = {
  heating_element: "Give the plate first: rated watts and volts, or cold ohms.",
  winding: "Give the winding's ohms first.",
  temperature_sensor: "Give the sensor's curve first, and the temperature it has now.",
  igniter: "Give the igniter's usual band first.",
  contact: "Say what the contact belongs to.",
  high_tension_lead: "Give the lead's length and ohms per metre first.",
  resistive_part: "Give the part's ohms first.",
};

function Waiting({ check }: { check: Check }) {
  if (check.expecting) return <Notice>Working out what to expect …</Notice>;
  if (check.expectations) {
    return (
      <Notice>
        The volts are not known: give the rated volts, or the supply here, and this says what amps
        to expect.
      </Notice>
    );
  }
  if (check.blank) {
    return (
      <Notice>
        {FIRST_WORDS[check.draft.kind]} Then this says what the meter should show, before you
        measure.
      </Notice>
    );
  }
  return (
    <Notice>{check.waitingFor ?? "What to expect stands here once the part is given."}</Notice>
  );
}

/** Under the verdict: the open questions, or that it was kept. */
function Note({ check }: { check: Check }) {
  if (check.judgement) {
    return check.judgement.questions.length > 0 ? (
      <Questions check={check} questions={check.judgement.questions} />
    ) : null;
  }
  if (!check.keptHere) return null;
  return (
    <p className="mt-2 text-muted" role="status">
      Kept at {clock(check.keptHere.kept_at)} ·{" "}
      <Link className="text-action-text underline" to={`/kept/${check.keptHere.id}`}>
        open it
      </Link>
    </p>
  );
}

function useCheckKeys(check: Check, actions: MachineActions, gate: Gate) {
  const focus = (id: string) => () => document.getElementById(id)?.focus();
  const goTo = (index: number) => () => {
    const measurand = MEASURANDS[check.draft.kind][index];
    if (measurand) check.change({ measurand });
  };
  const entry = check.draft.entries[check.draft.measurand];
  useKeys({
    entry: focus(check.draft.measurand === "running" ? "voltage-entry" : "entry"),
    overload: () => check.changeEntry({ display: "OL" }),
    test1: goTo(0),
    test2: goTo(1),
    test3: goTo(2),
    connection: () =>
      check.changeEntry({
        connection: entry.connection === "isolated" ? "in_circuit" : "isolated",
      }),
    plate: focus(firstField(check.draft)),
    element: () => check.chooseKind("heating_element"),
    winding: () => check.chooseKind("winding"),
    sensor: () => check.chooseKind("temperature_sensor"),
    igniter: () => check.chooseKind("igniter"),
    contact: () => check.chooseKind("contact"),
    lead: () => check.chooseKind("high_tension_lead"),
    other: () => check.chooseKind("resistive_part"),
    leads: focus("leadZero"),
    temperature: focus("partTemperature"),
    newPart: () => startNewPart(check, actions),
    ...(gate === "dead" ? { loose: actions.loose, proved: actions.proved } : {}),
    ...(gate === "live" ? { live: actions.live } : {}),
  });
  useFocusWhenOpened(gate, check);
}

/** Once the gate opens, the entry is where the person wants to be. */
function useFocusWhenOpened(gate: Gate, check: Check) {
  const before = useRef(gate);
  const running = check.draft.measurand === "running";
  useEffect(() => {
    if (before.current !== null && gate === null) {
      document.getElementById(running ? "voltage-entry" : "entry")?.focus();
    }
    before.current = gate;
  }, [gate, running]);
}
