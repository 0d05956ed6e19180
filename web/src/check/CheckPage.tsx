import { useEffect, useRef } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { useFinding } from "@/api/queries";
import type { FoundSpec } from "@/api/types";
import { useBenchWait } from "@/app/benchWait";
import { useDeadOrLive } from "@/app/deadOrLive";
import { firstField } from "@/check/forms/firstField";
import { clock } from "@/clock/dates";
import { useNow } from "@/clock/useNow";
import { useKeys } from "@/keys/shortcuts";
import { Curve, isTall, Scales } from "@/rail/Scales";
import { Button } from "@/ui/Button";
import { Foot } from "@/ui/Foot";
import { Notice } from "@/ui/Notice";
import { Verdict } from "@/verdict/Verdict";
import { Working } from "@/verdict/Working";
import { type Draft, NO_TEMPERATURE, nextPart, settledInRoom, specFields } from "./draft";
import { ProbeSketch } from "./drawings/ProbeSketch";
import { DeadOrLiveGate, gateFor, type Stating, useStating } from "./entry/DeadOrLiveGate";
import { Entry } from "./entry/Entry";
import { HowWarm } from "./entry/HowWarm";
import { Questions } from "./entry/Questions";
import { type Cooling, ReadyWhen } from "./entry/ReadyWhen";
import { MEASURANDS, READINGS } from "./entry/readings";
import { WhoDecides } from "./entry/WhoDecides";
import { FindingPanel } from "./FindingPanel";
import { KINDS } from "./families.gen";
import { KeptToday } from "./KeptToday";
import { PartPanel } from "./PartPanel";
import { Expect, Tests } from "./Tests";
import { type Check, useCheck } from "./useCheck";

/** Check: one part, now. Part left, measurement in the centre, working right. */
export default function CheckPage() {
  const check = useCheck();
  const { stated } = useDeadOrLive();
  const actions = useActions(check);
  const { shown, expectation } = check;
  // Whoever types fast, or has no server, says that it is dead before it is said what to expect.
  const needs = expectation?.dead_or_live ?? READINGS[check.draft.measurand].dead_or_live;
  const gate = gateFor(needs, stated);
  useCheckKeys(check, actions, gate);
  useSentHere(check);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[18.5rem_minmax(0,1fr)_20.5rem]">
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
        <FindingPanel check={check} />
        <KeptToday />
      </aside>
    </div>
  );
}

type Gate = ReturnType<typeof gateFor>;

type MeasurementProps = { check: Check; actions: Stating; gate: Gate };

/**
 * What to expect, how it is taken, and the reading. How it is taken stands in one place throughout:
 * what is being typed there must not lose its field when the expectation arrives.
 */
function Measurement(props: MeasurementProps) {
  const { check } = props;
  const { expectation, unreachable } = check;
  return (
    <>
      {expectation && !unreachable && (
        <div className="flex gap-6 max-sm:flex-col max-sm:gap-2">
          <ProbeSketch probes={expectation.probes} />
          <Expect expectation={check.judgement?.expectation ?? expectation} />
        </div>
      )}
      <HowWarm check={check} />
      <Taking {...props} />
    </>
  );
}

function Taking({ check, actions, gate }: MeasurementProps) {
  const { shown, expectation } = check;
  const startWait = useBenchWaiting(check);
  const leaks = useMustStayDead(check);
  const gated = gate && (
    <DeadOrLiveGate
      gate={gate}
      cautions={expectation?.cautions ?? []}
      message={check.machineError}
      leaks={leaks}
      actions={actions}
    />
  );
  if (check.unreachable) {
    // What to mind before it goes live is the server's to say.
    const unwarned = gate === "live" && !expectation;
    return (
      <>
        <Notice alert>
          No connection to the shop. What you typed stays here, and is judged when it is back.
          {unwarned && " Nothing is taken live before it has said what to mind."}
        </Notice>
        {!unwarned && gated}
        {!gate && <Entry check={check} />}
        {!gate && <Keeping check={check} actions={actions} />}
      </>
    );
  }
  if (!expectation) return <Waiting check={check} />;
  const tall = isTall(shown ?? expectation);
  if (gated) {
    return (
      <>
        {gated}
        <Scales judged={expectation} />
      </>
    );
  }
  return (
    <>
      <Entry check={check} />
      {!tall && <Scales judged={shown ?? expectation} />}
      {shown && <Verdict judgement={shown} note={<Note check={check} />} />}
      {shown && <WhoDecides check={check} judgement={shown} />}
      <ReadyWhen check={check} start={startWait} />
      {tall && <Scales judged={shown ?? expectation} />}
      <Curve judged={shown ?? expectation} />
      {check.loose.map((message) => (
        <Notice key={message} alert>
          {message}
        </Notice>
      ))}
      <Keeping check={check} actions={actions} />
    </>
  );
}

function Keeping({ check, actions }: Pick<MeasurementProps, "check" | "actions">) {
  return (
    <Foot>
      <Button
        look="action"
        shortcut="Return"
        onClick={check.keep}
        disabled={check.keeping || !check.ready}
      >
        Keep
      </Button>
      <Button onClick={() => startNewPart(check, actions)}>New part</Button>
    </Foot>
  );
}

/**
 * A wait for the part in Check. Once it is over the part is as warm as the room, which is what was
 * waited for.
 */
function useBenchWaiting(check: Check) {
  const { wait, setWait } = useBenchWait();
  const { draft, change } = check;
  const due = useNow(5_000) >= (wait?.dueAt ?? Number.POSITIVE_INFINITY);
  useEffect(() => {
    if (!wait || !due || wait.over) return;
    change(settledInRoom(draft));
    setWait({ ...wait, over: true });
  }, [wait, due, change, draft, setWait]);
  return ({ minutes }: Cooling) => {
    const text = `${draft.label || "The part"} has cooled`;
    setWait({ text, dueAt: Date.now() + minutes * 60_000, over: false });
  };
}

/** Whether what was kept of this part says that it must not be energised. */
function useMustStayDead({ draft }: Check): boolean {
  return useFinding(draft.kept, draft.observed).data?.conclusion === "do not energise";
}

/** Dead, live, loose; a part that goes live is not as warm any more as was said of it. */
function useActions({ change }: Check): Stating {
  const actions = useStating();
  return {
    ...actions,
    live: (despite) => {
      change(NO_TEMPERATURE);
      actions.live(despite);
    },
  };
}

function startNewPart(check: Check, actions: Stating) {
  check.startPart(nextPart(check.draft));
  actions.dead();
  document.getElementById(firstField(check.draft.kind, specFields(check.draft)))?.focus();
}

function Waiting({ check }: { check: Check }) {
  if (check.expecting) return <Notice>Working out what to expect …</Notice>;
  if (check.expectations) {
    return <Notice>{missingFor(check.draft)}, and this says what to expect.</Notice>;
  }
  if (check.blank) return <Blank draft={check.draft} />;
  return (
    <Notice>{check.waitingFor ?? "What to expect stands here once the part is given."}</Notice>
  );
}

/** Before anything is given: where the probes will go, and what this place is for. */
function Blank({ draft }: { draft: Draft }) {
  const { probes } = READINGS[draft.measurand];
  return (
    <section aria-label="How it goes" className="flex gap-6 max-sm:flex-col max-sm:gap-2">
      <ProbeSketch probes={probes} />
      <div className="flex max-w-[30rem] flex-col gap-2">
        <p role="status" className="text-[1.15rem] font-semibold">
          {KINDS[draft.kind].first}
        </p>
        <ol className="flex list-decimal flex-col gap-1 pl-5">
          <li>What the meter should show appears here, before you measure.</li>
          <li>Type the display as it is: 24.6, 4k7, OL. The verdict comes as you type.</li>
          <li>Return keeps it; the finding on the right says what all readings say together.</li>
        </ol>
      </div>
    </section>
  );
}

/** What a test needs to be known before it can be told what to expect. */
function missingFor({ kind, measurand }: Draft): string {
  if (measurand === "thermocouple_voltage") return "Give the terminals' temperature";
  if (measurand === "contact_switching") return "Give the temperature it opens or closes at";
  if (measurand === "spark_gap") return "Give the gap's limits";
  if (kind === "winding") return "Give the drive, AC or DC, and the rated volts";
  return "The volts are not known: give the rated volts, or the supply here";
}

/** Under the verdict: the open questions, or that it was kept. */
function Note({ check }: { check: Check }) {
  if (check.judgement) {
    const { questions, by_itself } = check.judgement;
    if (questions.length > 0) return <Questions check={check} questions={questions} />;
    return by_itself ? (
      <p className="mt-1.5 border-edge border-t pt-1.5">
        <b className="font-semibold">The part, by this reading alone.</b> {by_itself}
      </p>
    ) : null;
  }
  if (!check.keptHere) return null;
  return (
    <p className="mt-2 text-muted" role="status">
      Kept at {clock(check.keptHere.kept_at)} ·{" "}
      <Link className="text-action-text underline" to={`/kept/${check.keptHere.id}`}>
        open it, or put it into a job
      </Link>
    </p>
  );
}

/** A spec that was chosen elsewhere, to measure such a part: taken up once. */
function useSentHere({ takeUp }: Check) {
  const { state, pathname } = useLocation();
  const navigate = useNavigate();
  const sent = (state as { found?: FoundSpec } | null)?.found;
  useEffect(() => {
    if (!sent) return;
    takeUp(sent);
    navigate(pathname, { replace: true });
  });
}

function useCheckKeys(check: Check, actions: Stating, gate: Gate) {
  const leaks = useMustStayDead(check);
  const focus = (id: string) => () => document.getElementById(id)?.focus();
  const goTo = (index: number) => () => {
    const measurand = MEASURANDS[check.draft.kind][index];
    if (measurand) check.change({ measurand });
  };
  useKeys({
    entry: focus("entry"),
    overload: () => check.changeEntryField("display", "OL"),
    test1: goTo(0),
    test2: goTo(1),
    test3: goTo(2),
    test4: goTo(3),
    test5: goTo(4),
    test6: goTo(5),
    test7: goTo(6),
    test8: goTo(7),
    connection: check.turnConnection,
    plate: focus(firstField(check.draft.kind, specFields(check.draft))),
    leads: focus("leadZero"),
    temperature: focus("partTemperature"),
    settled: () => check.draft.room.trim() && check.change(settledInRoom(check.draft)),
    newPart: () => startNewPart(check, actions),
    ...(gate === "dead" ? { loose: actions.loose, proved: actions.proved } : {}),
    ...(gate === "live" && !leaks ? { live: () => actions.live() } : {}),
  });
  useFocusWhenOpened(gate, check.expectation !== undefined);
}

/** Once the gate opens, the entry is where the person wants to be: as soon as it is there. */
function useFocusWhenOpened(gate: Gate, there: boolean) {
  const before = useRef(gate);
  const wanted = useRef(false);
  useEffect(() => {
    if (before.current !== null && gate === null) wanted.current = true;
    before.current = gate;
    if (wanted.current && there) {
      wanted.current = false;
      document.getElementById("entry")?.focus();
    }
  }, [gate, there]);
}
