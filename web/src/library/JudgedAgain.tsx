import { useState } from "react";
import { Link } from "react-router";
import { useJudgedAgain } from "@/api/areas/library";
import { day } from "@/clock/dates";
import { Notice } from "@/ui/Notice";
import { StateShape } from "@/verdict/states";

/** What old readings come to by a revision, beside the verdicts of their days. Nothing is kept. */
export function JudgedAgain({ revision }: { revision: number }) {
  const [open, setOpen] = useState(false);
  const found = useJudgedAgain(open ? revision : null);
  return (
    <div>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="min-h-9 text-action-text underline max-sm:min-h-[44px]"
      >
        Old readings by this revision
      </button>
      {open && found.isError && <Notice alert>{found.error.message}</Notice>}
      {open && found.data && (
        <>
          <p role="status">
            {found.data.count === 0
              ? "Nothing by this spec was measured yet."
              : `${found.data.changed} of ${found.data.count} verdicts would be others. The record keeps those of their days.`}
            {found.data.more && " Older readings are left out."}
          </p>
          <ul className="mt-1 max-h-96 overflow-y-auto border-hairline border-t">
            {found.data.readings.map((one) => (
              <li key={one.check} className="border-hairline border-b py-1.5">
                <Link to={`/kept/${one.check}`} className="hover:underline">
                  <b className="font-semibold">{one.figure}</b>, {one.part},{" "}
                  {one.job === null ? "on the bench" : `${one.machine}, job ${one.job}`},{" "}
                  {day(one.at)}
                </Link>
                <span className="grid grid-cols-2 gap-x-3">
                  <span className="flex gap-2">
                    <StateShape state={one.was} size={15} />
                    <span>{one.was_told}</span>
                  </span>
                  <span className={`flex gap-2 ${one.changed ? "font-semibold" : "text-muted"}`}>
                    {one.now && <StateShape state={one.now} size={15} />}
                    <span>{one.changed ? one.now_told : "the same"}</span>
                  </span>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
