import { type FormEvent, useMemo } from "react";
import { Link } from "react-router";
import type { Job } from "@/api/types";
import { dateAndClock } from "@/clock/dates";
import { useDraft } from "@/stored/stored";
import { Button } from "@/ui/Button";
import { TextArea } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { inside } from "@/verdict/prose";
import { StateShape } from "@/verdict/states";
import { useEntry } from "./route/useEntry";
import { partOf, type Visit } from "./useVisit";

type Line = {
  id: string;
  sequence: number;
  at: string;
  by: string;
  what: React.ReactNode;
  mark?: React.ReactNode;
};

/** Everything that was done and measured, the newest first, with who and when. Nothing is ever edited away. */
export function LogTab({ visit }: { visit: Visit }) {
  const { job } = visit;
  const lines = useMemo(() => linesOf(job), [job]);
  return (
    <>
      {job.state === "open" && <NoteForm visit={visit} />}
      <ol>
        {lines.map((one) => (
          <li key={one.id} className="border-hairline border-b py-1.5 last:border-b-0">
            <div className="flex items-start gap-2">
              {one.mark && <span className="pt-0.5">{one.mark}</span>}
              <span className="min-w-0">{one.what}</span>
            </div>
            <p className="text-[0.87rem] text-muted">
              {one.by} · {dateAndClock(one.at)}
            </p>
          </li>
        ))}
      </ol>
    </>
  );
}

function linesOf(job: Job): Line[] {
  const named = (key: string | null | undefined) => {
    const part = partOf(job, key);
    return part ? `${part.name}: ` : "";
  };
  const entries = job.entries.map(
    (one): Line => ({
      id: one.id,
      sequence: one.sequence,
      at: one.at,
      by: one.by,
      what: (
        <>
          {named(one.part)}
          {one.text}
          {one.void && <b className="font-semibold text-bad"> Proves nothing: {one.void}.</b>}
        </>
      ),
    }),
  );
  const readings = job.readings.map(
    (one): Line => ({
      id: one.id,
      sequence: one.sequence,
      at: one.at,
      by: one.by,
      mark: <StateShape state={one.state} size={15} />,
      what: (
        <Link
          to={`/kept/${one.id}`}
          className={`hover:underline ${one.superseded_by ? "text-muted" : ""}`}
        >
          {named(one.part)}
          {one.spare && "new part, "}
          {one.loose && "loose on the bench, "}
          {inside(one.title)}{" "}
          <b className={`font-semibold ${one.superseded_by ? "line-through" : ""}`}>{one.figure}</b>
          , {one.state}
          {one.now && <b className="font-semibold">; by the spec as mended: {one.now}</b>}
          {one.past && " (before the exchange)"}
          {one.superseded_by && " (superseded)"}
          {one.reason && ` — ${one.reason}`}
        </Link>
      ),
    }),
  );
  return [...entries, ...readings].sort((a, b) => b.sequence - a.sequence);
}

function NoteForm({ visit }: { visit: Visit }) {
  const [draft, change, forget] = useDraft(`hembit.job.${visit.job.number}.note`, {
    text: "",
  });
  const entry = useEntry(visit, ["text"]);
  function submit(event: FormEvent) {
    event.preventDefault();
    entry.write({ kind: "noted", text: draft.text }, "a note", draft.id, forget);
  }
  return (
    <form onSubmit={submit} className="mb-3 flex flex-col gap-1.5">
      <label htmlFor="note" className="text-muted">
        A note
      </label>
      <TextArea
        id="note"
        rows={2}
        value={draft.text}
        maxLength={2000}
        error={entry.at("text")}
        onText={(text) => change({ text })}
      />
      {[entry.at("text"), ...entry.others]
        .filter((one) => one !== undefined)
        .map((one) => (
          <Notice key={one} alert>
            {one}
          </Notice>
        ))}
      <div>
        <Button
          type="submit"
          className="!min-h-9 max-sm:!min-h-[44px]"
          disabled={entry.pending || !draft.text.trim()}
        >
          Write it down
        </Button>
      </div>
    </form>
  );
}
