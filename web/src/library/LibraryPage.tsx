import { useState } from "react";
import { Link } from "react-router";
import { useBringInLibrary, useLibraryProgress, useLookAtLibrary } from "@/api/areas/library";
import type { BroughtIn } from "@/api/types";
import { useSession } from "@/people/session";
import { newId } from "@/stored/newId";
import { Button } from "@/ui/Button";
import { Labelled } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { Section } from "@/ui/Section";

const LARGEST = 15_000_000;

/** The library as files: taken out as a document or a table, brought in after a look at each row. */
export default function LibraryPage() {
  const isLead = useSession().person?.role === "lead";
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/specs" className="text-action-text underline">
          Specs
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">Specs as files</h1>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[22rem_minmax(0,1fr)]">
        <Section title="Take out">
          <p className="mb-2 text-muted">
            Every spec in use. The document holds all; the table opens in a spreadsheet and comes
            back without loss.
          </p>
          <ul>
            {[
              ["json", "As one document (JSON)"],
              ["csv", "As a table (CSV), also as a template"],
            ].map(([kind, label]) => (
              <li key={kind}>
                <a
                  href={`/api/v1/specs/library.${kind}`}
                  download
                  className="inline-flex min-h-[44px] items-center text-action-text underline"
                >
                  {label}
                </a>
              </li>
            ))}
          </ul>
        </Section>
        {isLead ? (
          <BringIn />
        ) : (
          <Notice>Leads bring in files. Propose single specs under “Propose a spec”.</Notice>
        )}
      </div>
    </div>
  );
}

function BringIn() {
  const [file, setFile] = useState<File | null>(null);
  const [problem, setProblem] = useState("");
  const [watch, setWatch] = useState("");
  const looking = useLookAtLibrary();
  const bringing = useBringInLibrary();
  const waiting = looking.isPending || bringing.isPending;
  function take(chosen: File | undefined) {
    bringing.reset();
    looking.reset();
    setFile(null);
    if (!chosen) return;
    if (chosen.size > LARGEST) {
      setProblem("This file is larger than any library: 15 MB at most.");
      return;
    }
    setProblem("");
    setFile(chosen);
    looking.mutate(watched(chosen));
  }
  function watched(sent: File) {
    const next = newId();
    setWatch(next);
    return { file: sent, watch: next };
  }
  const found = looking.data;
  const error = problem || looking.error?.message || bringing.error?.message;
  return (
    <Section title="Bring in">
      <Labelled
        id="library-file"
        label="A document or a table of specs"
        hint="JSON, CSV, TSV or .xlsx"
        error={error}
      >
        <input
          id="library-file"
          type="file"
          accept=".json,.csv,.tsv,.txt,.xlsx"
          className="w-full"
          onChange={(event) => take(event.target.files?.[0])}
        />
      </Labelled>
      {waiting && <HowFar watch={watch} what={looking.isPending ? "Looking" : "Bringing in"} />}
      {bringing.isSuccess ? (
        <p role="status" className="mt-3">
          Brought in: {bringing.data.new} new, {bringing.data.changed} revised; {bringing.data.same}{" "}
          were there.
        </p>
      ) : (
        found && (
          <Look
            found={found}
            pending={bringing.isPending}
            onBringIn={() => file && bringing.mutate(watched(file))}
          />
        )
      )}
    </Section>
  );
}

/** How many rows are through, as long as it lasts. */
function HowFar({ watch, what }: { watch: string; what: string }) {
  const { done = 0, rows = 0 } = useLibraryProgress(watch, true).data ?? {};
  return (
    <div role="status" className="mt-3">
      <p>{rows > 0 ? `${what}: row ${done} of ${rows}` : `${what} …`}</p>
      <progress
        className="h-2 w-full max-w-[26rem] appearance-none [&::-webkit-progress-bar]:bg-hairline [&::-webkit-progress-value]:bg-action"
        aria-label={what}
        {...(rows > 0 ? { value: done, max: rows } : {})}
      />
    </div>
  );
}

type LookProps = { found: BroughtIn; pending: boolean; onBringIn: () => void };

/** What each row would do, those to be looked at first. */
function Look({ found, pending, onBringIn }: LookProps) {
  const does = found.new + found.changed;
  return (
    <div className="mt-3 flex flex-col gap-3">
      <p role="status">
        <b className="font-semibold">
          {found.new} new, {found.changed} changed, {found.same} the same, {found.refused} refused.
        </b>{" "}
        {found.how}{" "}
        {found.refused > 0 && "Nothing is brought in before these are mended in the file."}
      </p>
      {found.refused === 0 && does > 0 && (
        <div>
          <Button look="action" disabled={pending} onClick={onBringIn}>
            Bring in {does}
          </Button>
        </div>
      )}
      <ul className="max-h-[60vh] overflow-y-auto border-hairline border-t">
        {found.rows.map((one) => (
          <li
            key={one.line}
            className="grid grid-cols-[5rem_5rem_minmax(0,1fr)] gap-x-3 border-hairline border-b py-1"
          >
            <span className="text-muted">line {one.line}</span>
            <b className={`font-semibold ${one.what === "refused" ? "text-bad" : ""}`}>
              {one.what}
            </b>
            <span>
              {one.name}
              {one.why && <span className="block text-[0.93rem]">{one.why}</span>}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
