import { Search } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { useKept } from "@/api/queries";
import { dateAndClock } from "@/app/machine";
import { Button } from "@/ui/Button";
import { TextInput } from "@/ui/Field";
import { Notice } from "@/ui/Notice";
import { StateShape } from "@/verdict/states";

const PAGE_SIZE = 50;
const OUTCOME = { accept: "accepted", reject: "rejected", undecided: "undecided" } as const;

/** All kept checks, newest first. */
export function KeptPage() {
  const [text, setText] = useState("");
  const [page, setPage] = useState(1);
  const kept = useKept(page, text);
  const pages = Math.max(1, Math.ceil((kept.data?.count ?? 0) / PAGE_SIZE));
  return (
    <div className="mx-auto w-full max-w-[72rem] px-4.5 py-4">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-xl font-semibold">Kept checks</h1>
        <label htmlFor="find" className="flex items-center gap-2 text-muted">
          <Search aria-hidden="true" size={17} /> Find
          <div className="w-64">
            <TextInput
              id="find"
              value={text}
              maxLength={120}
              placeholder="part or place"
              onText={(next) => {
                setText(next);
                setPage(1);
              }}
            />
          </div>
        </label>
      </div>
      {kept.isLoading && <Notice>Reading the kept checks …</Notice>}
      {kept.isError && (
        <Notice alert>The kept checks could not be read: {kept.error.message}</Notice>
      )}
      {kept.data?.count === 0 && (
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
              className="grid grid-cols-[1.5rem_minmax(0,1.3fr)_minmax(0,1.2fr)_12rem_11rem] items-center gap-3 py-2.5 hover:bg-sheet max-md:grid-cols-[1.5rem_1fr]"
            >
              <StateShape state={one.state} size={21} />
              <span className="font-semibold">{one.label}</span>
              <span className="max-md:col-start-2">{one.summary}</span>
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
      {pages > 1 && (
        <div className="mt-4 flex items-center gap-3">
          <Button disabled={page <= 1} onClick={() => setPage(page - 1)}>
            Newer
          </Button>
          <span>
            page {page} of {pages}
          </span>
          <Button disabled={page >= pages} onClick={() => setPage(page + 1)}>
            Older
          </Button>
        </div>
      )}
    </div>
  );
}
