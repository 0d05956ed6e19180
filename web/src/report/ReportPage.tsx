import { Printer } from "lucide-react";
import { Link } from "react-router";
import { useReport } from "@/api/areas/jobs";
import type { Report } from "@/api/types";
import { useNumber } from "@/app/useNumber";
import { dateAndClock, day } from "@/clock/dates";
import { Scales } from "@/rail/Scales";
import { Button } from "@/ui/Button";
import { Notice } from "@/ui/Notice";
import { inside } from "@/verdict/prose";
import { StateShape } from "@/verdict/states";

const OUTCOME = { accept: "accepted", reject: "rejected", undecided: "undecided" } as const;

/** The customer's page: complaint, what was measured, found and done; printed in black and white. */
export default function ReportPage() {
  const number = useNumber();
  const found = useReport(number);
  if (!found.data) {
    return (
      <div className="p-4.5">
        <Notice alert={found.isError}>
          {found.isError ? found.error.message : "Putting the report together …"}
        </Notice>
      </div>
    );
  }
  return <Page report={found.data} />;
}

function Page({ report }: { report: Report }) {
  const { job } = report;
  return (
    <article className="paper mx-auto w-full max-w-[56rem] px-4.5 py-4">
      <div className="no-print mb-4 flex flex-wrap items-center gap-3">
        <Link to={`/jobs/${job.number}`} className="text-action-text underline">
          Back to job {job.number}
        </Link>
        <Button className="ml-auto" onClick={() => window.print()}>
          <Printer aria-hidden="true" size={18} /> Print
        </Button>
        <a
          href={`/api/v1/jobs/${job.number}/report.pdf`}
          target="_blank"
          rel="noreferrer"
          className="inline-flex min-h-[44px] items-center rounded-md border border-action bg-action px-4 font-semibold text-on-action"
        >
          PDF
        </a>
      </div>
      <header className="flex items-baseline justify-between border-b-2 border-ink pb-1">
        <span>
          <b className="block font-semibold">{report.shop}</b>
          {report.shop_address && (
            <span className="block whitespace-pre-line text-muted">{report.shop_address}</span>
          )}
        </span>
        <span>Job {job.number}</span>
      </header>
      <h1 className="mt-3 text-[1.6rem] leading-tight font-semibold">
        {job.machine}: {job.symptom_label}
      </h1>
      <p className="text-muted">{[job.customer, job.place].filter(Boolean).join(", ")}</p>
      <dl className="mt-2">
        {report.plate && <Pair term="Plate">{report.plate}</Pair>}
        <Pair term="Complaint">{job.complaint}</Pair>
        {report.error_code && <Pair term="Error code">{report.error_code}</Pair>}
        <Pair term="Visit">
          opened {dateAndClock(job.opened_at)}
          {job.closed_at ? `, closed ${dateAndClock(job.closed_at)}` : ", still open"};{" "}
          {job.technician}
        </Pair>
      </dl>
      <section aria-label="In short" className="plate mt-4 text-[1.05rem]">
        <dl>
          <Pair term="Wrong">{report.in_short.wrong}</Pair>
          <Pair term="Done">{report.in_short.done}</Pair>
          <Pair term="Watch">{report.in_short.watch}</Pair>
        </dl>
      </section>
      <Section title="What was found" empty={report.found.length === 0}>
        {report.found.map((one) => (
          <div key={`${one.part}-${one.part_before}`} className="avoid-break py-1.5">
            <p className="font-semibold">
              {one.part}
              {one.part_before ? ", the part before" : ""}: {one.headline}
            </p>
            <p>
              {one.overruled
                ? `The readings say “${one.conclusion}”; ${one.by} decided “${one.decided}”: ${one.reason}`
                : `${one.by ? `Decided by ${one.by}` : "The readings say"}: ${one.decided}${one.reason ? ` (${one.reason})` : ""}`}
            </p>
            {one.cause && <p>Cause: {one.cause}</p>}
            {one.rests_on.length > 0 && (
              <p className="text-[0.9rem] text-muted">Rests on: {one.rests_on.join("; ")}</p>
            )}
          </div>
        ))}
      </Section>
      <Section
        title="What was measured, against what it should have been"
        empty={report.measured.length === 0}
      >
        {report.measured.map((one) => (
          <div key={one.id} className="avoid-break py-2">
            <div className="flex flex-wrap items-baseline justify-between gap-x-4">
              <p className="font-semibold">
                {one.part}
                {one.spare ? ", new part" : one.part_before ? ", the part before" : ""}:{" "}
                {inside(one.test)}
              </p>
              <p className="flex items-center gap-1.5">
                <StateShape state={one.state} size={15} />
                <span>
                  <b className="font-semibold">{one.state}</b>, {OUTCOME[one.outcome]}
                </span>
              </p>
            </div>
            <p>
              Due {one.due}; read <b className="font-semibold">{one.read}</b>.
            </p>
            {one.now && (
              <p className="font-semibold">By the part’s spec as mended since: {one.now}.</p>
            )}
            {one.doubts.map((doubt) => (
              <p key={doubt} className="font-semibold">
                {doubt}
              </p>
            ))}
            <Scales judged={{ rail: one.rail, rows: one.rows, plot: null }} />
          </div>
        ))}
      </Section>
      <Lines title="Measured with" lines={report.measured_with} />
      <Lines
        title="What was done"
        lines={report.work.map((one) => `${dateAndClock(one.at)}, ${one.by}: ${one.text}`)}
      />
      <Lines
        title="Parts"
        lines={report.parts.map(
          (one) => `${one.part}: ${one.description}${one.serial ? `, serial ${one.serial}` : ""}`,
        )}
      />
      <Lines
        title="What to watch, and what comes"
        lines={report.follow_ups.map(
          (one) => `${day(one.due_on)}: ${[one.part, one.text].filter(Boolean).join(" – ")}`,
        )}
      />
      <Lines title="What was left open" lines={report.left_open} />
      <Lines title="What was not tested" lines={report.not_tested} />
      <Lines title="What was skipped" lines={report.skipped} />
      <Section title="Photos" empty={report.photos.length === 0}>
        <div className="grid grid-cols-2 gap-3 py-1">
          {report.photos.map((one) => (
            <figure key={one.id} className="avoid-break">
              <img
                src={`/api/v1/photos/${one.id}/full`}
                alt={one.caption || one.part_name || "photo"}
                width={one.width}
                height={one.height}
                className="h-auto w-full rounded"
              />
              <figcaption className="text-[0.9rem]">
                {one.pair ? "after: " : ""}
                {[one.part_name, one.caption].filter(Boolean).join(" – ")}
              </figcaption>
            </figure>
          ))}
        </div>
      </Section>
      <Lines title="Cautions" lines={report.cautions} />
      <div className="avoid-break mt-14 grid grid-cols-2 gap-10">
        <p className="border-ink border-t pt-1 text-[0.9rem]">{job.technician}, date</p>
        <p className="border-ink border-t pt-1 text-[0.9rem]">Customer, date</p>
      </div>
    </article>
  );
}

function Pair({ term, children }: { term: string; children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[7rem_1fr] gap-2">
      <dt className="text-muted">{term}</dt>
      <dd>{children}</dd>
    </div>
  );
}

type SectionProps = { title: string; empty: boolean; children: React.ReactNode };

function Section({ title, empty, children }: SectionProps) {
  if (empty) return null;
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="border-hairline border-b pb-0.5 text-[1.1rem] font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  return (
    <Section title={title} empty={lines.length === 0}>
      {lines.map((line) => (
        <p key={line} className="py-0.5">
          {line}
        </p>
      ))}
    </Section>
  );
}
