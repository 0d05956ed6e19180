import { Tabs } from "radix-ui";
import { lazy, useEffect } from "react";
import { usePhotos } from "@/api/areas/jobs";
import type { Job, PartOfJob } from "@/api/types";
import { useNext } from "@/jobs/route/useNext";
import type { Visit } from "@/jobs/useVisit";
import { fetchLater } from "@/ui/fetchLater";
import { OnDemand } from "@/ui/OnDemand";
import { StateShape } from "@/verdict/states";

/** The other tabs come in one piece, fetched with the first of them or when idle. */
const tabParts = () => import("@/jobs/tabs");
const LogTab = lazy(() => tabParts().then((one) => ({ default: one.LogTab })));
const LaterTab = lazy(() => tabParts().then((one) => ({ default: one.LaterTab })));
const ByCircuit = lazy(() => import("./ByCircuit"));
const PhotoStrip = lazy(() => tabParts().then((one) => ({ default: one.PhotoStrip })));

/** The case: what the readings say, what to measure next, the log, photos, what comes later. */
export function CasePanel({ visit }: { visit: Visit }) {
  const { job, place } = visit;
  useEffect(() => fetchLater([tabParts]), []);
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
          <OnDemand>
            <ByCircuit visit={visit} />
          </OnDemand>
        </Tabs.Content>
        <Tabs.Content value="log">
          <OnDemand>
            <LogTab visit={visit} />
          </OnDemand>
        </Tabs.Content>
        <Tabs.Content value="photos">
          <OnDemand>
            <PhotoStrip
              job={job}
              step={place?.step.kind ?? "look"}
              part={place?.item.part ?? null}
              all
            />
          </OnDemand>
        </Tabs.Content>
        <Tabs.Content value="later" className="flex flex-col gap-5">
          <OnDemand>
            <LaterTab visit={visit} />
          </OnDemand>
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
  "passed so far",
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
  const next = useNext(visit);
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
      {next && (
        <section aria-label="What comes next">
          <h2 className="legend mb-1.5">What comes next</h2>
          <button type="button" onClick={next.go} className="plate w-full !px-4 !py-3 text-left">
            <span className="flex items-baseline justify-between gap-2">
              <b className="font-semibold">{next.title}</b>
              <span aria-hidden="true" className="keycap">
                Y
              </span>
            </span>
            <span className="block text-[0.93rem] text-muted">{next.detail}</span>
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
        : finding.conclusion === "passed so far"
          ? "within"
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
                  : finding.next_step}
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
