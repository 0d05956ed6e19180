import { useEffect, useRef, useState } from "react";
import { Link, useLocation, useSearchParams } from "react-router";
import { useDiagnosis } from "@/api/areas/diagnosis";
import { useJob } from "@/api/areas/jobs";
import type { Diagnosis, Job, PointRead } from "@/api/types";
import { useShownLiveState } from "@/app/liveState";
import { useNumber } from "@/app/useNumber";
import { type AskedForm, withNode } from "@/circuits/AskedFields";
import { Ladder } from "@/circuits/Ladder";
import { useNext } from "@/jobs/route/useNext";
import { useKeys } from "@/keys/shortcuts";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";
import { liveStateOf } from "../liveState";
import { useVisit } from "../useVisit";
import { askedOf } from "./askedInPlace";
import { ChainSearch } from "./ChainSearch";
import { Explanations } from "./Explanations";
import { NextReadings } from "./NextReadings";
import { PartStandings } from "./PartStandings";
import { PointsForm } from "./PointsForm";
import { PointsRead } from "./PointsRead";
import { Swaps } from "./Swaps";

/** A job by its machine's circuit, in full: the drawing, any two points read, what explains it all. */
export default function JobCircuitPage() {
  const number = useNumber();
  const job = useJob(number);
  const found = useDiagnosis(number);
  const failed = job.error ?? found.error;
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to={`/jobs/${number}`} className="text-action-text underline">
          Job {number}
          {job.data && `, ${job.data.machine}`}
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">By its circuit</h1>
      {failed && <Notice alert>{failed.message}</Notice>}
      {job.data && found.isSuccess && !found.data && (
        <Notice>
          This machine has no circuit yet.{" "}
          <Link to={`/machines/${job.data.machine_id}/circuit`} className="underline">
            Give it one
          </Link>
        </Notice>
      )}
      {job.data && found.data && <Whole job={job.data} found={found.data} />}
    </div>
  );
}

/** The display's field; the form where something is to be said first. */
function goToEntry(form: HTMLElement | null) {
  (form?.querySelector<HTMLElement>("#points-display") ?? form)?.focus();
}

/** Where a measurement is taken that the address names: each time it is gone to, also from this page. */
function useWhereTaken(take: (search: URLSearchParams) => void) {
  const { key, search } = useLocation();
  const [seen, setSeen] = useState(key);
  const form = useRef<HTMLDivElement>(null);
  const named = new URLSearchParams(search);
  if (seen !== key) {
    setSeen(key);
    if (named.has("kind")) take(named);
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: gone to again, the same address counts anew
  useEffect(() => {
    if (new URLSearchParams(search).has("kind")) goToEntry(form.current);
  }, [key, search]);
  return { form, key };
}

function Whole({ job, found }: { job: Job; found: Diagnosis }) {
  const visit = useVisit(job);
  const isOpen = job.state === "open";
  const [asked, setAsked] = useState<AskedForm>(askedOf(useSearchParams()[0]));
  const [correcting, setCorrecting] = useState<PointRead | null>(null);
  const [said, setSaid] = useState("");
  const { form, key } = useWhereTaken((search) => {
    setAsked(askedOf(search));
    setCorrecting(null);
    setSaid("");
  });
  const next = useNext(visit);
  useShownLiveState(liveStateOf(job, visit.makeDead));
  useKeys({
    next: () => next?.go(),
    entry: () => goToEntry(form.current),
  });
  const standing = new Map(found.parts.map((one) => [one.part, one.standing]));
  function ask(next: AskedForm) {
    const turnsLive = next.kind !== "ohms" && asked.kind === "ohms";
    setAsked(turnsLive ? { ...next, called: found.working, alone: [], lifted: [] } : next);
  }
  return (
    <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
      <div className="flex min-w-0 flex-col gap-5">
        <Ladder
          drawing={found.circuit.drawing}
          marks={{ standing, ...asked }}
          onNode={(node) => setAsked((now) => withNode(now, node))}
        />
        {isOpen && (
          <div ref={form} tabIndex={-1} className="scroll-mt-24 outline-none">
            <Section title="Read between two points">
              <PointsForm
                // What was typed for other points is no figure of these.
                key={`${key} ${correcting?.id ?? ""}`}
                visit={visit}
                found={found}
                asked={asked}
                onAsked={ask}
                correcting={correcting}
                onDone={(figure) => {
                  setCorrecting(null);
                  setSaid(`Read: ${figure}`);
                }}
              />
              {said && (
                <p role="status" className="text-[0.93rem] text-muted">
                  {said}
                </p>
              )}
            </Section>
          </div>
        )}
        {found.points.length > 0 && (
          <Section title="Read so far between points">
            <PointsRead points={found.points} onCorrect={isOpen ? setCorrecting : undefined} />
          </Section>
        )}
        <Swaps visit={visit} found={found} isOpen={isOpen} />
      </div>
      <div className="flex min-w-0 flex-col gap-5">
        <Section title="What explains the readings">
          <Explanations found={found} detailed />
        </Section>
        <NextReadings visit={visit} found={found} />
        <ChainSearch job={job.number} />
        <Section title="Part by part">
          <PartStandings found={found} />
        </Section>
      </div>
    </div>
  );
}
