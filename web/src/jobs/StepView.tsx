import { Notice } from "@/ui/Notice";
import { Cautions } from "./Cautions";
import { StepActions } from "./StepActions";
import { CauseStep } from "./steps/CauseStep";
import { CloseStep } from "./steps/CloseStep";
import { DecideStep } from "./steps/DecideStep";
import { FitStep } from "./steps/FitStep";
import { GateStep } from "./steps/GateStep";
import { IsolateStep } from "./steps/IsolateStep";
import { LookStep } from "./steps/LookStep";
import { MeasureStep } from "./steps/MeasureStep";
import { MeterStep } from "./steps/MeterStep";
import { OwnStep } from "./steps/OwnStep";
import { type Place, partOf, type Visit } from "./useVisit";
import { titleOf } from "./words";

/** The step in the centre: what to do, its cautions, and the form or the measurement. */
export function StepView({ visit }: { visit: Visit }) {
  const { place, job } = visit;
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
      <Body key={item.key} visit={visit} place={place} />
    </>
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
        room={item.room}
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
