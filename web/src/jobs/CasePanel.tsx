import { Tabs } from "radix-ui";
import { Link } from "react-router";
import { useEndWait, useFinishFollowUp, usePhotos } from "@/api/jobs";
import type { Job, PartOfJob, Wait } from "@/api/types";
import { clock } from "@/app/machine";
import { useNow } from "@/app/useNow";
import { left } from "@/app/WaitsBar";
import { Button } from "@/ui/Button";
import { StateShape } from "@/verdict/states";
import { LogTab } from "./LogTab";
import { FollowUpForm } from "./later/FollowUpForm";
import { WaitForm } from "./later/WaitForm";
import { PhotoStrip } from "./photos/PhotoStrip";
import type { Visit } from "./useVisit";
import { day, titleOf } from "./words";

/** The case: what the readings say, what to measure next, the log, photos, what comes later. */
export function CasePanel({ visit }: { visit: Visit }) {
  const { job, place } = visit;
  const photos = usePhotos(job.number).data ?? [];
  const later =
    job.waits.filter((one) => !one.ended_at).length +
    job.follow_ups.filter((one) => !one.done_at).length;
  const tabs = [
    { value: "case", label: "Case" },
    { value: "log", label: "Log" },
    { value: "photos", label: count("Photos", photos.length) },
    { value: "later", label: count("Later", later) },
  ];
  return (
    <aside
      aria-label="The case"
      className="border-hairline bg-sheet px-4.5 py-3.5 max-lg:border-t lg:border-l"
    >
      <Tabs.Root defaultValue="case">
        <Tabs.List aria-label="The case" className="mb-3 flex gap-1 border-hairline border-b">
          {tabs.map(({ value, label }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="-mb-px min-h-9 border-transparent border-b-3 px-2.5 data-[state=active]:border-action data-[state=active]:font-semibold max-sm:min-h-[44px]"
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="case" className="flex flex-col gap-5">
          <CaseTab visit={visit} />
        </Tabs.Content>
        <Tabs.Content value="log">
          <LogTab visit={visit} />
        </Tabs.Content>
        <Tabs.Content value="photos">
          <PhotoStrip
            job={job}
            step={place?.step.kind ?? "look"}
            part={place?.item.part ?? null}
            all
          />
        </Tabs.Content>
        <Tabs.Content value="later" className="flex flex-col gap-5">
          <LaterTab visit={visit} />
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  );
}

function count(word: string, number: number): string {
  return number ? `${word} ${number}` : word;
}

/** Bad ones first, then what is open, then what is to be watched; sound ones are ruled out. */
const ORDER = [
  "do not energise",
  "replace",
  "wrong part",
  "repair",
  "undecided",
  "watch",
  "not the part",
  "sound",
];

function CaseTab({ visit }: { visit: Visit }) {
  const { job } = visit;
  const found = job.parts.filter((one) => one.finding);
  const rank = (one: PartOfJob) => ORDER.indexOf(one.finding?.finding.conclusion ?? "sound");
  const sorted = [...found].sort((a, b) => rank(a) - rank(b));
  const telling = sorted.filter((one) => one.finding?.finding.conclusion !== "sound");
  const sound = sorted.filter((one) => one.finding?.finding.conclusion === "sound");
  const next = job.route.steps
    .flatMap((step) => step.items.map((item) => ({ step, item })))
    .find(({ item }) => item.key === job.route.next_key);
  const nextPart = job.parts.find((one) => one.key === next?.item.part);
  return (
    <>
      <section aria-label="What the readings say">
        <h2 className="legend mb-1">What the readings say</h2>
        {telling.length === 0 && (
          <p className="text-muted">
            {found.length ? "Nothing speaks against a part so far." : "Nothing is measured yet."}
          </p>
        )}
        <ul>
          {telling.map((one) => (
            <FindingLine key={one.key} job={job} part={one} onOpen={visit.goTo} />
          ))}
        </ul>
      </section>
      {job.state === "open" && next && (
        <section aria-label="What comes next">
          <h2 className="legend mb-1.5">What comes next</h2>
          <button
            type="button"
            onClick={() => visit.goTo(next.item.key)}
            className="plate w-full !px-4 !py-3 text-left"
          >
            <span className="flex items-baseline justify-between gap-2">
              <b className="font-semibold">{titleOf(next.item.title, nextPart?.name)}</b>
              <span aria-hidden="true" className="keycap">
                Y
              </span>
            </span>
            <span className="block text-[0.93rem] text-muted">
              {[next.step.title, next.item.why, minutes(next.item.minutes)]
                .filter(Boolean)
                .join(" · ")}
            </span>
          </button>
        </section>
      )}
      {sound.length > 0 && (
        <section aria-label="Ruled out">
          <h2 className="legend mb-1">Ruled out</h2>
          <ul>
            {sound.map((one) => (
              <li key={one.key} className="py-0.5">
                <button
                  type="button"
                  className="text-left hover:underline max-sm:min-h-[44px]"
                  onClick={() => visit.goTo(`decide:${one.key}`)}
                >
                  {one.name}
                </button>
                {one.finding && one.finding.finding.rules_out.length > 0 && (
                  <span className="text-muted"> — {one.finding.finding.rules_out.join(", ")}</span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function minutes(number: number | null | undefined): string {
  return number ? `about ${number} min` : "";
}

function FindingLine({
  job,
  part,
  onOpen,
}: {
  job: Job;
  part: PartOfJob;
  onOpen: (key: string) => void;
}) {
  if (!part.finding) return null;
  const { finding } = part.finding;
  const bad = ORDER.indexOf(finding.conclusion) < 4 && !part.fitted_here;
  const shape = part.fitted_here
    ? "within"
    : bad
      ? "outside"
      : finding.conclusion === "watch"
        ? "watch"
        : "not ready";
  return (
    <li className="border-hairline border-b py-2 first:pt-0 last:border-b-0">
      <button
        type="button"
        onClick={() => onOpen(`decide:${part.key}`)}
        className="w-full text-left"
      >
        <span className="flex items-start gap-2">
          <span className="pt-0.5">
            <StateShape state={shape} size={16} />
          </span>
          <span className="min-w-0">
            <b className="block font-semibold">{part.name}</b>
            <span className="block">{finding.headline}</span>
            <span className="block text-[0.93rem] text-muted">
              {part.fitted_here
                ? "A new part is in."
                : part.decision
                  ? `Decided: ${part.decision.conclusion}, ${part.decision.by.split(" ")[0]}`
                  : `The readings say: ${finding.conclusion}. ${finding.next_step}`}
            </span>
            {part.asks_cause && !part.cause && job.state === "open" && (
              <span className="block font-medium text-watch">It died of something: name it.</span>
            )}
          </span>
        </span>
      </button>
    </li>
  );
}

function LaterTab({ visit }: { visit: Visit }) {
  const { job } = visit;
  const now = useNow(15_000);
  const finish = useFinishFollowUp();
  const isOpen = job.state === "open";
  return (
    <>
      {job.waits.length > 0 && (
        <section aria-label="Waits">
          <h2 className="legend mb-1">Waits</h2>
          <ul>
            {job.waits.map((wait) => (
              <WaitLine key={wait.id} wait={wait} now={now} />
            ))}
          </ul>
        </section>
      )}
      {job.follow_ups.length > 0 && (
        <section aria-label="Follow-ups">
          <h2 className="legend mb-1">Follow-ups</h2>
          <ul>
            {job.follow_ups.map((one) => (
              <li key={one.id} className="flex items-start justify-between gap-2 py-1">
                <span>
                  <b className="font-semibold">{one.text}</b>
                  <span className="block text-muted">
                    {[one.part, one.done_at ? "done" : day(one.due_on)].filter(Boolean).join(", ")}
                  </span>
                </span>
                {!one.done_at && (
                  <Button
                    className="!min-h-8 max-sm:!min-h-[44px]"
                    onClick={() => finish.mutate(one.id)}
                  >
                    Done
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {isOpen && <WaitForm visit={visit} />}
      {isOpen && <FollowUpForm visit={visit} part={null} kind="other" />}
      <Link to="/follow-ups" className="text-action-text underline">
        All follow-ups
      </Link>
    </>
  );
}

function WaitLine({ wait, now }: { wait: Wait; now: number }) {
  const end = useEndWait();
  const rest = Date.parse(wait.due_at) - now;
  return (
    <li className="flex items-start justify-between gap-2 py-1">
      <span>
        <b className="font-semibold">{wait.text}</b>
        <span
          className={`block ${!wait.ended_at && rest <= 0 ? "font-semibold text-watch" : "text-muted"}`}
        >
          {wait.ended_at
            ? `ended ${clock(wait.ended_at)}`
            : rest <= 0
              ? `due since ${clock(wait.due_at)}`
              : `${clock(wait.due_at)} — ${left(rest)}`}
        </span>
        {wait.reckoned && <span className="block text-[0.87rem] text-muted">{wait.reckoned}</span>}
      </span>
      {!wait.ended_at && (
        <Button className="!min-h-8 max-sm:!min-h-[44px]" onClick={() => end.mutate(wait.id)}>
          End it
        </Button>
      )}
    </li>
  );
}
