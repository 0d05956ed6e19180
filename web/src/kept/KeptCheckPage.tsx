import { Link, useParams } from "react-router";
import { Refused } from "@/api/client";
import { useKeptCheck, useSaidAgain } from "@/api/queries";
import type { KeptCheck } from "@/api/types";
import { ProbeSketch } from "@/check/drawings/ProbeSketch";
import { Expect } from "@/check/Tests";
import { dateAndClock } from "@/clock/dates";
import { Curve, Scales } from "@/rail/Scales";
import { Notice } from "@/ui/Notice";
import { inside } from "@/verdict/prose";
import { Verdict } from "@/verdict/Verdict";
import { Working } from "@/verdict/Working";
import { IntoJob } from "./IntoJob";
import { submitted } from "./submitted";

/** One kept check: the verdict of that day, exactly as it was, and what it rested on. */
export default function KeptCheckPage() {
  const { number = "" } = useParams();
  const found = useKeptCheck(number);
  if (found.isLoading) return <Page>Loading the check …</Page>;
  if (found.error instanceof Refused) {
    return (
      <Page>
        There is no kept check here.{" "}
        <Link to="/kept" className="text-action-text underline">
          All kept checks
        </Link>
      </Page>
    );
  }
  if (!found.data) return <Page>The check could not be read: {found.error?.message}</Page>;
  return <Whole check={found.data} />;
}

function Page({ children }: { children: React.ReactNode }) {
  return (
    <div className="p-4.5">
      <Notice>{children}</Notice>
    </div>
  );
}

/** Whether today's core says of the same inputs what was said that day. */
function Today({ number }: { number: string }) {
  const said = useSaidAgain(number).data;
  if (!said) return null;
  const core = `Core ${said.core_version}`;
  if (said.cannot) {
    return (
      <p className="text-watch">
        {core} cannot judge it any more: {said.cannot}
      </p>
    );
  }
  const differences = said.differences ?? [];
  if (!differences.length) return <p className="text-muted">{core} says the same.</p>;
  return (
    <details>
      <summary className="min-h-7 cursor-pointer text-watch">
        {core} says otherwise: {differences.map((one) => inside(one.what)).join(", ")}
      </summary>
      <dl className="mt-1 flex flex-col gap-1">
        {differences.map((one) => (
          <div key={one.what} className="grid grid-cols-[8rem_1fr] gap-2">
            <dt className="text-muted">{one.what}</dt>
            <dd>
              <s className="text-muted">{one.then || "nothing"}</s> {one.now || "nothing"}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

function Whole({ check }: { check: KeptCheck }) {
  const { judgement } = check;
  return (
    <div className="grid flex-1 grid-cols-1 lg:grid-cols-[18.5rem_minmax(0,1fr)_20.5rem]">
      <div className="border-hairline px-4.5 py-4 lg:border-r">
        <h2 className="legend mb-2">As submitted</h2>
        <dl className="flex flex-col gap-1.5">
          {submitted(check).map(([term, text]) => (
            <div key={term} className="grid grid-cols-[6.4rem_1fr] gap-2">
              <dt className="text-muted">{term}</dt>
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
      </div>
      <div className="flex flex-col gap-3.5 px-4.5 py-4">
        <div>
          <h1 className="text-xl font-semibold">{check.label}</h1>
          <p className="text-muted">
            {judgement.expectation.title} · kept {dateAndClock(check.kept_at)} · judged by core{" "}
            {check.core_version}
          </p>
          <Today number={check.id} />
        </div>
        <div className="flex gap-6 max-sm:flex-col">
          <ProbeSketch probes={judgement.expectation.probes} />
          <Expect expectation={judgement.expectation} />
        </div>
        <Scales judged={judgement} />
        <Verdict judgement={judgement} />
        <Curve judged={judgement} />
        <div className="flex flex-wrap items-center gap-4">
          <IntoJob check={check} />
          <Link to="/kept" className="text-action-text underline">
            All kept checks
          </Link>
        </div>
      </div>
      <aside className="border-hairline bg-sheet px-4.5 py-4 lg:border-l">
        <Working lines={judgement.working} policy={judgement.policy} />
      </aside>
    </div>
  );
}
