import { useState } from "react";
import type { Job, RouteItem, RouteStep } from "@/api/types";
import { partOf, type Visit } from "@/jobs/useVisit";
import { Group } from "@/ui/Group";
import { StateShape } from "@/verdict/states";

/** The steps in working order. What does not matter now is folded, and can be opened. */
export function RoutePanel({ visit }: { visit: Visit }) {
  const { job, place } = visit;
  const [opened, setOpened] = useState<string | null>(null);
  const nextStep = job.route.steps.find((step) =>
    step.items.some((item) => item.key === job.route.next_key),
  );
  return (
    <nav aria-label="Route">
      {/* Anew with each step: on a phone it folds again once a step was chosen. */}
      <Group
        key={place?.item.key}
        title={`Route, ${job.route.school === "dead_first" ? "dead first" : "live first"}`}
      >
        <ol>
          {job.route.steps.map((step) => (
            <StepLine
              key={step.kind}
              job={job}
              step={step}
              chosen={place?.item.key}
              open={
                step.kind === opened ||
                step === place?.step ||
                (step === nextStep && opened === null)
              }
              onToggle={() => setOpened(step.kind === opened ? "" : step.kind)}
              onChoose={visit.goTo}
            />
          ))}
        </ol>
      </Group>
    </nav>
  );
}

type LineProps = {
  job: Job;
  step: RouteStep;
  chosen: string | undefined;
  open: boolean;
  onToggle: () => void;
  onChoose: (key: string) => void;
};

function StepLine({ job, step, chosen, open, onToggle, onChoose }: LineProps) {
  const shown = step.items.filter((item) => item.state !== "folded" || item.key === chosen);
  const folded = step.items.filter((item) => item.state === "folded" && item.key !== chosen);
  const only = step.items.length === 1 ? step.items[0] : undefined;
  const quiet = step.state === "folded" || step.state === "skipped";
  return (
    <li className="border-hairline border-b last:border-b-0">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => (only ? onChoose(only.key) : onToggle())}
        className="flex min-h-9 w-full items-center gap-2.5 py-1 text-left max-sm:min-h-[44px]"
      >
        <StepMark state={step.state} />
        <span className={`min-w-0 flex-1 ${quiet ? "text-muted" : "font-medium"}`}>
          {step.title}
        </span>
        <span className="shrink-0 text-[0.87rem] text-muted">{countOf(step)}</span>
      </button>
      {open && (
        <>
          {step.why && <p className="pb-1 pl-7 text-[0.87rem] text-muted">{step.why}</p>}
          <ul className="pb-1.5">
            {shown.map((item, place) => (
              <ItemLine
                key={item.key}
                job={job}
                item={item}
                why={item.why !== shown[place - 1]?.why}
                on={item.key === chosen}
                onChoose={() => onChoose(item.key)}
              />
            ))}
          </ul>
          {folded.length > 0 && (
            <details className="pb-1.5 pl-7 text-[0.87rem] text-muted">
              <summary className="min-h-6 cursor-pointer">{folded.length} folded away</summary>
              <ul>
                {folded.map((item) => (
                  <ItemLine
                    key={item.key}
                    job={job}
                    item={item}
                    why
                    on={false}
                    onChoose={() => onChoose(item.key)}
                  />
                ))}
              </ul>
            </details>
          )}
        </>
      )}
    </li>
  );
}

function countOf(step: RouteStep): string {
  if (step.state === "skipped") return "skipped";
  const counted = step.items.filter((item) => item.state === "due" || item.state === "done");
  if (!counted.length) return "";
  const done = counted.filter((item) => item.state === "done").length;
  return step.items.length === 1 ? (done ? "done" : "") : `${done} of ${counted.length}`;
}

function ItemLine({
  job,
  item,
  why,
  on,
  onChoose,
}: {
  job: Job;
  item: RouteItem;
  /** Whether the reason is told here: not where the one above has the same. */
  why: boolean;
  on: boolean;
  onChoose: () => void;
}) {
  const part = partOf(job, item.part);
  const isTest = item.measurand && !item.key.startsWith("spare:") && part;
  return (
    <li>
      <button
        type="button"
        aria-current={on ? "step" : undefined}
        onClick={onChoose}
        className={`flex min-h-8 w-full items-start gap-2 border-l-4 py-1 pr-1 pl-2 text-left leading-tight max-sm:min-h-[44px] ${on ? "border-action bg-well" : "border-transparent"}`}
      >
        <span className="pt-0.5">
          {item.reading_state ? (
            <StateShape state={item.reading_state} size={16} />
          ) : (
            <StepMark state={item.state} />
          )}
        </span>
        <span className="min-w-0 flex-1">
          {isTest && part.key !== "supply" ? (
            <>
              <span className="block">{part.name}</span>
              <span className="block text-[0.87rem] text-muted">{item.title}</span>
            </>
          ) : (
            <span className="block">{item.title}</span>
          )}
          {why && item.why && !item.figure && (
            <span className="block text-[0.87rem] text-muted">{item.why}</span>
          )}
        </span>
        {item.figure && <span className="shrink-0 text-[0.87rem]">{item.figure}</span>}
      </button>
    </li>
  );
}

const MARKS: Record<RouteStep["state"], { word: string; shape: React.ReactNode }> = {
  done: { word: "done", shape: <path d="M2.5 8.500l4 4 7-9" fill="none" strokeWidth="2.6" /> },
  due: { word: "due", shape: <circle cx="8" cy="8" r="6" fill="none" strokeWidth="1.6" /> },
  blocked: {
    word: "blocked",
    shape: <path d="M2 2l12 12M14 2L2 14" fill="none" strokeWidth="2.4" />,
  },
  skipped: {
    word: "skipped",
    shape: <path d="M2 4l5 4-5 4M8 4l5 4-5 4" fill="none" strokeWidth="1.8" />,
  },
  folded: { word: "folded", shape: <path d="M3 8h10" fill="none" strokeWidth="1.8" /> },
};

/** Done, due, blocked, skipped or folded: a shape each, and the word for whoever hears it. */
function StepMark({ state }: { state: RouteStep["state"] }) {
  const colour = state === "done" ? "text-within" : state === "due" ? "" : "text-muted";
  return (
    <>
      <svg
        aria-hidden="true"
        width="17"
        height="17"
        viewBox="0 0 16 16"
        stroke="currentColor"
        className={`shrink-0 ${colour}`}
      >
        {MARKS[state].shape}
      </svg>
      <span className="sr-only">{MARKS[state].word}:</span>
    </>
  );
}
