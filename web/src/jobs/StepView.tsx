import { Notice } from "@/ui/Notice";
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
            {part && !item.title.startsWith(part.name)
              ? `${part.name}: ${lower(item.title)}`
              : item.title}
          </h2>
          {(item.state === "blocked" || item.state === "skipped") && (
            <p className="text-watch">
              {item.state}: {item.why}
            </p>
          )}
        </div>
        {job.state === "open" && <StepActions visit={visit} place={place} />}
      </div>
      <Cautions cautions={step.cautions} />
      <Body key={item.key} visit={visit} place={place} />
    </>
  );
}

function lower(title: string): string {
  return title.charAt(0).toLowerCase() + title.slice(1);
}

function Cautions({ cautions }: { cautions: string[] }) {
  if (!cautions.length) return null;
  return (
    <details className="rounded-md border border-hairline bg-sheet px-3 py-1.5 text-[0.93rem]">
      <summary className="cursor-pointer">
        <b className="font-semibold">Caution.</b> {cautions[0]}
      </summary>
      <ul className="mt-1 list-disc pl-5">
        {cautions.slice(1).map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </details>
  );
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
