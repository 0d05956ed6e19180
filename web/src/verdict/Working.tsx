import type { WorkingLine } from "@/api/types";
import { unbroken } from "./prose";

/** The working, line by line: name and result, formula and figures under it, source last. */
export function Working({ lines, policy }: { lines: WorkingLine[]; policy: string[] }) {
  return (
    <section aria-label="The working">
      <h2 className="legend mb-2">The working</h2>
      <ol>
        {lines.map((line) => (
          <li key={line.label} className="border-hairline border-b py-1.5 first:pt-0">
            <div className="flex items-baseline justify-between gap-3">
              <span className="min-w-[36%]">{line.label}</span>
              <span
                className={`text-right font-semibold ${line.result.length < 26 ? "shrink-0" : "min-w-0"}`}
              >
                {line.result}
              </span>
            </div>
            <p className="text-[0.87rem] leading-snug text-muted">
              {unbroken([line.formula, line.figures].filter(Boolean).join("; "))}
              {line.source && <i> — {line.source}</i>}
            </p>
          </li>
        ))}
      </ol>
      {policy.length > 0 && (
        <p className="pt-2 text-[0.87rem] text-muted">
          <span className="font-semibold">Used: </span>
          {policy.join(" · ")}
        </p>
      )}
    </section>
  );
}
