import { useState } from "react";
import { Link } from "react-router";
import { useKept } from "@/api/queries";
import { dateAndClock } from "@/clock/dates";
import { FindField } from "@/ui/FindField";
import { Notice } from "@/ui/Notice";
import { Pager } from "@/ui/Pager";
import { usePages } from "@/ui/usePages";
import { StateShape } from "@/verdict/states";

const OUTCOME = { accept: "accepted", reject: "rejected", undecided: "undecided" } as const;

/** All kept checks, newest first. */
export default function KeptPage() {
  const [text, setText] = useState("");
  const pages = usePages(text);
  const kept = useKept(pages.after, text);
  return (
    <div className="mx-auto w-full max-w-[72rem] px-4.5 py-4">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-xl font-semibold">Kept checks</h1>
        <FindField text={text} hint="part or place" onText={setText} />
      </div>
      {kept.isLoading && <Notice>Loading the kept checks …</Notice>}
      {kept.isError && (
        <Notice alert>The kept checks could not be read: {kept.error.message}</Notice>
      )}
      {kept.data?.items.length === 0 && (
        <Notice>
          {text
            ? `Nothing kept holds “${text}”.`
            : "Nothing is kept yet. On Check, Return keeps a reading."}
        </Notice>
      )}
      <ul className="border-hairline border-t">
        {kept.data?.items.map((one) => (
          <li key={one.id} className="border-hairline border-b">
            <Link
              to={`/kept/${one.id}`}
              className="grid grid-cols-[1.5rem_minmax(0,1.3fr)_minmax(0,1.2fr)_12rem_11rem] items-center gap-3 py-2.5 hover:bg-sheet max-md:grid-cols-[1.5rem_minmax(0,1fr)]"
            >
              <StateShape state={one.state} size={21} />
              <span className="font-semibold">{one.label}</span>
              <span className="max-md:col-start-2">
                {one.title}: {one.figure}
              </span>
              <span className="max-md:col-start-2">
                <b className="font-semibold">{one.state}</b>, {OUTCOME[one.outcome]}
              </span>
              <span className="text-muted max-md:col-start-2 md:text-right">
                {dateAndClock(one.kept_at)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <Pager pages={pages} next={kept.data?.next} />
    </div>
  );
}
