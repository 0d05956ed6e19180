import { useState } from "react";
import { Link } from "react-router";
import { useTrail } from "@/api/areas/shop";
import type { TrailLine } from "@/api/types";
import { dateAndClock } from "@/clock/dates";
import { FindField } from "@/ui/FindField";
import { Notice } from "@/ui/Notice";
import { Pager } from "@/ui/Pager";
import { usePages } from "@/ui/usePages";

/** Who changed what people rely on, with before and after. Nobody edits it. */
export default function TrailPage() {
  const [text, setText] = useState("");
  const pages = usePages(text);
  const found = useTrail(pages.after, text);
  return (
    <div className="px-4.5 py-4">
      <p>
        <Link to="/shop" className="text-action-text underline">
          Shop
        </Link>
      </p>
      <h1 className="mb-3 text-xl font-semibold">Trail</h1>
      <div className="mb-3 max-w-[24rem]">
        <FindField text={text} hint="meter, rules, signed in …" onText={setText} />
      </div>
      {found.isError && <Notice alert>{found.error.message}</Notice>}
      {found.data?.items.length === 0 && (
        <p className="text-muted">Nothing of that kind was done.</p>
      )}
      <ul className="border-hairline border-t">
        {found.data?.items.map((one) => (
          <Line key={one.sequence} line={one} />
        ))}
      </ul>
      <Pager pages={pages} next={found.data?.next} />
    </div>
  );
}

function Line({ line }: { line: TrailLine }) {
  return (
    <li className="grid gap-x-4 border-hairline border-b py-1.5 sm:grid-cols-[11rem_minmax(0,1fr)]">
      <span className="text-muted">{dateAndClock(line.at)}</span>
      <div className="min-w-0">
        <b className="font-semibold">{line.what}</b>
        {line.about && `, ${line.about}`}
        {line.by && <span className="text-muted"> by {line.by}</span>}
        {line.reason && <span className="block">{line.reason}</span>}
        {line.changes.length > 0 && (
          <details>
            <summary className="min-h-7 cursor-pointer text-muted">
              {line.changes.map((one) => one.field.replaceAll("_", " ")).join(", ")}
            </summary>
            <dl className="text-[0.92rem]">
              {line.changes.map((one) => (
                <div key={one.field} className="break-words">
                  <dt className="text-muted">{one.field.replaceAll("_", " ")}</dt>
                  <dd>
                    {shown(one.before)} → {shown(one.after)}
                  </dd>
                </div>
              ))}
            </dl>
          </details>
        )}
      </div>
    </li>
  );
}

function shown(value: unknown): string {
  if (value === null || value === undefined || value === "") return "nothing";
  return typeof value === "string" ? value : JSON.stringify(value);
}
