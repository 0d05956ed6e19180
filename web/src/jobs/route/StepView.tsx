import { lazy, useEffect } from "react";
import { Cautions } from "@/jobs/Cautions";
import { JobGate, useJobGate } from "@/jobs/steps/JobGate";
import { MeasureStep } from "@/jobs/steps/MeasureStep";
import { type Place, partOf, type Visit } from "@/jobs/useVisit";
import { titleOf } from "@/jobs/words";
import { fetchLater } from "@/ui/fetchLater";
import { Notice } from "@/ui/Notice";
import { OnDemand } from "@/ui/OnDemand";
import { ToCome } from "@/ui/ToCome";
import { StepActions } from "./StepActions";

/** The steps that are forms come in one piece, fetched with the first of them or when idle. */
const forms = () => import("@/jobs/steps/forms");
const CauseStep = lazy(() => forms().then((one) => ({ default: one.CauseStep })));
const CloseStep = lazy(() => forms().then((one) => ({ default: one.CloseStep })));
const DecideStep = lazy(() => forms().then((one) => ({ default: one.DecideStep })));
const FitStep = lazy(() => forms().then((one) => ({ default: one.FitStep })));
const GateStep = lazy(() => forms().then((one) => ({ default: one.GateStep })));
const IsolateStep = lazy(() => forms().then((one) => ({ default: one.IsolateStep })));
const LookStep = lazy(() => forms().then((one) => ({ default: one.LookStep })));
const MeterStep = lazy(() => forms().then((one) => ({ default: one.MeterStep })));
const OwnStep = lazy(() => forms().then((one) => ({ default: one.OwnStep })));

/** The step in the centre: what to do, its cautions, and the form or the measurement. */
export function StepView({ visit }: { visit: Visit }) {
  const { place, job } = visit;
  useEffect(() => fetchLater([forms]), []);
  if (!place) return <Notice>The route is empty.</Notice>;
  const { step, item } = place;
  const part = partOf(job, item.part);
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <div className="min-w-0">
          <p className="legend">{step.title}</p>
          <h2 className="text-[1.35rem] leading-tight font-semibold">
            {titleOf(item.title, part?.name)}
          </h2>
          {(item.state === "blocked" || item.state === "skipped") && (
            <p className="text-watch">
              {item.state}: {item.why}
            </p>
          )}
        </div>
        {job.state === "open" && <StepActions visit={visit} place={place} />}
      </div>
      {!item.measurand && <Cautions cautions={cautionsOf(place)} />}
      <OnDemand key={item.key} meanwhile={<ToCome>Loading …</ToCome>}>
        {item.measurand ? (
          <Body visit={visit} place={place} />
        ) : (
          <Hands visit={visit} place={place} />
        )}
      </OnDemand>
    </>
  );
}

/** What needs hands in the machine stands behind the proof of dead; what is done stays to be seen. */
function Hands({ visit, place }: { visit: Visit; place: Place }) {
  const { item } = place;
  const gate = useJobGate(visit, item.dead_or_live, false);
  const open = visit.job.state === "open" && item.state !== "done";
  if (item.dead_or_live !== "dead" || !gate.needs || !open) {
    return <Body visit={visit} place={place} />;
  }
  return (
    <JobGate
      gate={gate}
      cautions={[]}
      hands
      onIsolate={() => visit.goTo("isolate")}
      onDead={visit.makeDead}
    />
  );
}

/** What belongs to the part in hand first, then what belongs to the step. */
function cautionsOf({ step, item }: Place): string[] {
  return item.handling ? [item.handling, ...step.cautions] : step.cautions;
}

function Body({ visit, place }: { visit: Visit; place: Place }) {
  const { item } = place;
  const [head] = item.key.split(":");
  if (item.measurand && item.part) {
    return (
      <MeasureStep
        visit={visit}
        part={item.part}
        measurand={item.measurand}
        deadOrLive={item.dead_or_live}
        cautions={cautionsOf(place)}
        spare={head === "spare"}
      />
    );
  }
  const part = item.part ?? "";
  if (item.key === "isolate") return <IsolateStep visit={visit} />;
  if (item.key === "meter") return <MeterStep visit={visit} />;
  if (item.key === "gate") return <GateStep visit={visit} />;
  if (item.key === "close") return <CloseStep visit={visit} />;
  if (head === "look") return <LookStep visit={visit} part={part} />;
  if (head === "decide") return <DecideStep visit={visit} part={part} />;
  if (head === "cause") return <CauseStep visit={visit} part={part} />;
  if (head === "fit") return <FitStep visit={visit} part={part} />;
  return <OwnStep visit={visit} item={item} />;
}
