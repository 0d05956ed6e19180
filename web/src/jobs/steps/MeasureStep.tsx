import { useCallback, useMemo, useState } from "react";
import type {
  CheckIn,
  Job,
  Measurand,
  PartOfJob,
  ReadingIn,
  RouteItem,
  Spec,
  WaitIn,
} from "@/api/types";
import { type Draft, NO_TEMPERATURE, newDraft, settledInRoom } from "@/check/draft";
import { ProbeSketch } from "@/check/drawings/ProbeSketch";
import { HowWarm } from "@/check/entry/HowWarm";
import { READINGS } from "@/check/entry/readings";
import { useMeasuring } from "@/check/entry/useMeasuring";
import { Expect } from "@/check/Tests";
import { TodayGroup } from "@/check/TodayGroup";
import { useKeys } from "@/keys/shortcuts";
import { newId } from "@/stored/newId";
import { useStored } from "@/stored/stored";
import { Notice } from "@/ui/Notice";
import { ToCome } from "@/ui/ToCome";
import { inside } from "@/verdict/prose";
import { Cautions } from "../Cautions";
import { divided, emptyOfPart, lapses, type OfPart, settledWithAll } from "../today";
import { partOf, type Visit } from "../useVisit";
import { JobGate, useJobGate } from "./JobGate";
import { OtherTests } from "./OtherTests";
import { type Relation, type Standing, Taking } from "./Taking";

type Props = {
  visit: Visit;
  part: string;
  measurand: string;
  deadOrLive: RouteItem["dead_or_live"];
  cautions: string[];
  spare: boolean;
};
type PartDraft = OfPart & {
  loose: boolean;
  reason: string;
  relation: Relation;
  /** How often the machine had gone live or waited when this was typed. */
  lapses: number;
};

/** One test of one part: expectation, entry, rail and verdict, with the part's spec filled in. */
export function MeasureStep({ visit, part, measurand: first, deadOrLive, cautions, spare }: Props) {
  const { job } = visit;
  const there = partOf(job, part);
  const [across, setAcross] = useState<Measurand | null>(null);
  const measurand = across ?? (first as Measurand);
  const key = `hembit.job.${job.number}.${spare ? "spare" : "part"}.${part}`;
  const ended = lapses(job);
  const [stored, setOwn] = useStored<PartDraft>(key, emptyPart(ended));
  const { today } = visit;
  const own = useMemo(() => {
    const still = stillSo(stored, ended);
    return spare ? still : settledWithAll(still, today, ended);
  }, [stored, ended, today, spare]);
  const { draft, setDraft } = useJoined(visit, there, measurand, own, setOwn);
  const standing = standingOf(job, part, measurand, spare);
  const gate = useJobGate(visit, deadOrLive, spare || own.loose);
  const send = useCallback(
    async (check: CheckIn) => {
      const body: ReadingIn = {
        id: check.id,
        part,
        reading: check.reading,
        conditions: check.conditions ?? {},
        rule: check.rule ?? null,
        loose: own.loose,
        spare,
        supersedes: standing?.id ?? null,
        reason: own.reason,
        relation: own.relation,
      };
      const name = `${there?.name ?? part}${spare ? ", new part" : ""}`;
      const title = inside(READINGS[check.reading.measurand].title);
      const answer = await visit.post("readings", body, `${name}, ${title}`);
      setOwn((now) => ({ ...stillSo(now, ended), ...afterRecording(now) }));
      const stored = answer?.readings.find((one) => one.id === check.id);
      const words = stored ? `${stored.figure}, ${stored.state}` : "taken";
      visit.moveOn(answer, `${name}, ${title}: ${words}`);
      return null;
    },
    [
      part,
      own.loose,
      own.reason,
      own.relation,
      ended,
      spare,
      standing?.id,
      there?.name,
      visit.post,
      visit.moveOn,
      setOwn,
    ],
  );
  const nothing = useCallback(() => undefined, []);
  const measuring = useMeasuring({
    draft,
    setDraft,
    spec: (there?.spec ?? null) as Spec | null,
    stated: gate.stated,
    onStateRefused: nothing,
    send,
  });
  useKeys({
    overload: () => measuring.changeEntryField("display", "OL"),
    entry: () => document.getElementById("entry")?.focus(),
    connection: measuring.turnConnection,
    temperature: () => document.getElementById("partTemperature")?.focus(),
    leads: () => document.getElementById("leadZero")?.focus(),
    settled: () => visit.today.room.trim() && measuring.change(settledInRoom(visit.today)),
    ...(gate.needs === "dead" ? { loose: () => setOwn({ ...own, loose: true }) } : {}),
    ...(gate.needs === "live" ? { live: gate.goLive } : {}),
  });
  if (!there) return <Notice>This part is not in the machine any more.</Notice>;
  const told = measuring.shown?.expectation ?? measuring.expectation;
  return (
    <>
      <Cautions short cautions={[...new Set([...cautions, ...(told?.cautions ?? [])])]} />
      {(told || !measuring.unreachable) && (
        // As high as it usually is from the first: what is below stays under the finger.
        <div className="flex min-h-36 gap-6 max-sm:min-h-54 max-sm:gap-3">
          {told ? (
            <>
              <div className="max-sm:w-36 max-sm:shrink-0">
                <ProbeSketch probes={told.probes} />
              </div>
              <Expect expectation={told} cautions={false} />
            </>
          ) : (
            <p className="text-muted">
              {measuring.expecting
                ? "Working out what to expect …"
                : (measuring.waitingFor ??
                  "Say how warm the part is; then this says what to expect.")}
            </p>
          )}
        </div>
      )}
      {measuring.unreachable && (
        <Notice alert>
          No connection to the shop. What you record is kept here, and judged when it is.
        </Notice>
      )}
      <HowWarm
        check={measuring}
        all={
          spare || !today.room.trim()
            ? undefined
            : {
                on: today.allSettled === ended,
                onChange: (on) =>
                  visit.setToday((now) => ({ ...now, allSettled: on ? ended : null })),
              }
        }
      />
      {gate.needs ? (
        // With its cautions or not at all: none comes between somebody and what they press.
        !measuring.expecting && (
          <JobGate
            gate={gate}
            cautions={measuring.expectation?.cautions ?? []}
            onIsolate={() => visit.goTo("isolate")}
            onLoose={() => setOwn({ ...own, loose: true })}
            onDead={visit.makeDead}
          />
        )
      ) : (
        <>
          {own.loose && !spare && (
            <p className="flex flex-wrap items-center gap-3 text-muted">
              Measured loose, on the bench.
              <button
                type="button"
                className="text-action-text underline"
                onClick={() => setOwn({ ...own, loose: false })}
              >
                It is in the machine
              </button>
            </p>
          )}
          <Taking
            measuring={measuring}
            reason={own.reason}
            relation={own.relation}
            onRelation={(relation, reason) => setOwn({ ...own, relation, reason })}
            standing={standing}
            onTheirs={() => visit.moveOn(job, "Theirs stands")}
            onWait={({ sum }) =>
              visit.post(
                "waits",
                {
                  id: newId(),
                  kind: "cool_down",
                  text: `${there.name} has cooled`,
                  item: visit.place?.item.key ?? "",
                  until: { how: "reckoned", sum },
                } as WaitIn,
                "a wait",
              )
            }
          />
        </>
      )}
      {measuring.expecting ? (
        <ToCome />
      ) : (
        <>
          <OtherTests
            kind={there.spec.kind}
            measuring={measuring}
            first={first as Measurand}
            chosen={measurand}
            onChoose={setAcross}
          />
          <TodayGroup check={measuring} />
        </>
      )}
    </>
  );
}

function emptyPart(ended: number): PartDraft {
  return { ...emptyOfPart(), loose: false, reason: "", relation: "corrects", lapses: ended };
}

/** A temperature belongs to a time too: it lapses once the machine was live, or was waited for. */
function stillSo(own: PartDraft, ended: number): PartDraft {
  return own.lapses === ended ? own : { ...own, ...NO_TEMPERATURE, lapses: ended };
}

/**
 * After a reading was recorded its entry is empty; how warm the part is, and how it was connected,
 * stays for its next test.
 */
function afterRecording({ loose, entries }: PartDraft): Partial<PartDraft> {
  const emptied = Object.entries(entries).map(([test, entry]) => [
    test,
    { ...entry, fields: {}, answers: {} },
  ]);
  return {
    id: newId(),
    entries: Object.fromEntries(emptied),
    loose,
    reason: "",
    relation: "corrects",
  };
}

/** The part's own entry and the job's conditions, as one draft that the entry understands. */
function useJoined(
  visit: Visit,
  there: PartOfJob | undefined,
  measurand: Measurand,
  own: PartDraft,
  setOwn: (next: (now: PartDraft) => PartDraft) => void,
) {
  const { today, setToday } = visit;
  const draft = useMemo<Draft>(
    () => ({
      ...newDraft(),
      ...today,
      ...own,
      kind: there?.spec.kind ?? "heating_element",
      ruleSet: there?.rule_set ? String(there.rule_set) : "",
      measurand,
    }),
    [today, own, there, measurand],
  );
  const setDraft = useCallback(
    (next: Draft | ((now: Draft) => Draft)) => {
      const made = divided(typeof next === "function" ? next(draft) : next);
      setToday((now) => ({ ...now, ...made.today }));
      setOwn((now) => ({ ...now, ...made.part }));
    },
    [draft, setToday, setOwn],
  );
  return { draft, setDraft };
}

/** The reading of this test that stands for the part as it is now. */
function standingOf(job: Job, part: string, measurand: string, spare: boolean): Standing {
  return job.readings.findLast(
    (one) =>
      one.part === part &&
      one.measurand === measurand &&
      one.spare === spare &&
      !one.superseded_by &&
      !one.past,
  );
}
