import { type FormEvent, type KeyboardEvent, useRef } from "react";
import { clock } from "@/clock/dates";
import { figuresIn } from "@/forms/lists";
import { useEntry } from "@/jobs/route/useEntry";
import { useKeys } from "@/keys/shortcuts";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { TextField } from "@/ui/TextField";
import { TickBox } from "@/ui/TickBox";
import type { Visit } from "../useVisit";
import { FormFoot } from "./FormFoot";

type IsolationDraft = {
  switchedOff: string;
  locked: boolean;
  notLocked: string;
  drained: boolean;
  discharged: boolean;
  testerBefore: boolean;
  readings: Record<string, string>;
  testerAfter: boolean;
};

const FIELDS = ["isolation.switched_off", "isolation.locked", "isolation.tester_before"];

/** Switch off, secure, and prove dead: the tester, every pair of conductors, the tester again. */
export function IsolateStep({ visit }: { visit: Visit }) {
  const { job } = visit;
  const last = job.last_isolation;
  const form = useRef<HTMLFormElement>(null);
  const [draft, change, forget] = useDraft<IsolationDraft>(`hembit.job.${job.number}.isolation`, {
    switchedOff: last?.switched_off.join("; ") ?? "",
    locked: false,
    notLocked: last?.not_locked_because ?? "",
    drained: false,
    discharged: false,
    testerBefore: false,
    readings: {},
    testerAfter: false,
  });
  const pairs = job.pairs_to_prove;
  const entry = useEntry(visit, [
    ...FIELDS,
    "isolation.tester_after",
    ...pairs.map((pair) => `isolation.readings.${pair}`),
  ]);
  function submit(event: FormEvent) {
    event.preventDefault();
    const readings = Object.fromEntries(
      Object.entries(draft.readings).filter(([, text]) => text.trim()),
    );
    const isolation = {
      switched_off: draft.switchedOff
        .split(/[;\n]/)
        .map((one) => one.trim())
        .filter(Boolean),
      locked: draft.locked,
      not_locked_because: draft.notLocked,
      drained: draft.drained,
      discharged: draft.discharged,
      tester_before: draft.testerBefore,
      readings,
      tester_after: draft.testerAfter,
    };
    entry.write({ kind: "proved_dead", isolation }, "proof of dead", draft.id, (answer) => {
      forget();
      visit.moveOn(answer, "Proved dead");
    });
  }
  const fieldsOfPairs = () => [
    ...(form.current?.querySelectorAll<HTMLInputElement>("[data-pair]") ?? []),
  ];
  useKeys({
    entry: () => (fieldsOfPairs().find((one) => !one.value) ?? fieldsOfPairs()[0])?.focus(),
  });
  /** Several figures in one go, blanks between, go on into the pairs that follow. */
  function typed(place: number, text: string) {
    const figures = figuresIn(text).slice(0, pairs.length - place);
    const spread = figures.length > 1 ? figures : [text];
    const given = spread.map((figure, index) => [pairs[place + index], figure]);
    change({ readings: { ...draft.readings, ...Object.fromEntries(given) } });
    if (spread.length > 1) fieldsOfPairs()[place + spread.length - 1]?.focus();
  }
  /** Return goes to the next pair, and confirms what stood there last: one hand is on the probes. */
  function onKeyDown(event: KeyboardEvent<HTMLInputElement>, pair: string) {
    if (event.key !== "Enter") return;
    const before = last?.readings[pair];
    if (before && !draft.readings[pair]?.trim()) {
      event.preventDefault();
      change({ readings: { ...draft.readings, [pair]: before } });
    }
    const fields = fieldsOfPairs();
    const next = fields[fields.indexOf(event.currentTarget) + 1];
    if (!next) return;
    event.preventDefault();
    next.focus();
  }
  const now = job.machine_now;
  return (
    <form ref={form} onSubmit={submit} className="flex flex-col gap-3">
      {now.state === "live" && (
        <div className="flex flex-wrap items-center gap-3">
          <p>The machine was stated live. Switch it off first.</p>
          <Button look="hazard" shortcut="D" onClick={visit.makeDead}>
            It is switched off
          </Button>
        </div>
      )}
      {now.state === "proved_dead" && now.proof && (
        <p>
          Proved dead by {now.proof.by} at {clock(now.proof.at)}. A new proof takes its place.
        </p>
      )}
      <TextField
        id="switched-off"
        label="Switched off"
        hint="each supply, a semicolon between"
        error={entry.at("isolation.switched_off")}
        data-first
        value={draft.switchedOff}
        maxLength={900}
        placeholder="isolator Q1, north wall; night-rate fuse"
        onText={(switchedOff) => change({ switchedOff })}
      />
      <div className="grid grid-cols-2 gap-x-6 max-sm:grid-cols-1">
        <TickBox
          strong
          label="Locked off, key in my pocket"
          on={draft.locked}
          onChange={(locked) => change({ locked })}
        />
        <TickBox
          strong
          label="Capacitors discharged"
          on={draft.discharged}
          onChange={(discharged) => change({ discharged })}
        />
        <TickBox
          strong
          label="Water off, drained, pressure let off"
          on={draft.drained}
          onChange={(drained) => change({ drained })}
        />
      </div>
      {!draft.locked && (
        <TextField
          id="not-locked"
          label="Not locked, because"
          error={entry.at("isolation.locked")}
          value={draft.notLocked}
          maxLength={200}
          placeholder="no lock fits; fuse kept in pocket"
          onText={(notLocked) => change({ notLocked })}
        />
      )}
      <section aria-label="Proving" className="plate">
        <TickBox
          strong
          label="1 · The two-pole tester was proved on a known live source"
          on={draft.testerBefore}
          onChange={(testerBefore) => change({ testerBefore })}
        />
        <ErrorLine said={entry.at("isolation.tester_before")} />
        <p className="pt-1">
          2 · Every conductor to each other and to earth, in volts
          <span className="text-muted">
            ; {last ? "Return confirms what was read last time" : "a blank or Return goes on"}
          </span>
        </p>
        <div className="grid grid-cols-3 gap-2 py-1.5 max-sm:grid-cols-2">
          {pairs.map((pair, place) => (
            <TextField
              key={pair}
              id={`pair-${pair}`}
              label={pair}
              error={entry.at(`isolation.readings.${pair}`)}
              data-pair
              unit="V"
              inputMode="decimal"
              className="font-mono text-[1.2rem]"
              value={draft.readings[pair] ?? ""}
              onText={(text) => typed(place, text)}
              placeholder={last?.readings[pair]}
              onKeyDown={(event) => onKeyDown(event, pair)}
            />
          ))}
        </div>
        <TickBox
          strong
          label="3 · The tester was proved again"
          on={draft.testerAfter}
          onChange={(testerAfter) => change({ testerAfter })}
        />
        <ErrorLine said={entry.at("isolation.tester_after")} />
      </section>
      <FormFoot action="Proved dead" pending={entry.pending} others={entry.others} />
    </form>
  );
}

function ErrorLine({ said }: { said: string | undefined }) {
  return said ? (
    <p role="alert" className="font-medium text-bad">
      {said}
    </p>
  ) : null;
}
