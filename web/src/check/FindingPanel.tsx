import { useFinding, useOptions } from "@/api/queries";
import type { Finding } from "@/api/types";
import type { Check } from "./useCheck";

/** What all kept readings of this part say together, with what was seen beside them. */
export function FindingPanel({ check }: { check: Check }) {
  const { draft } = check;
  const finding = useFinding(draft.kept, draft.observed);
  const observations = (useOptions().data?.observations ?? []).filter(
    (one) => one.kinds.length === 0 || one.kinds.includes(draft.kind),
  );
  if (draft.kept.length === 0) return null;
  const toggle = (value: string) =>
    check.change({
      observed: draft.observed.includes(value)
        ? draft.observed.filter((one) => one !== value)
        : [...draft.observed, value],
    });
  return (
    <section aria-label="Finding">
      <h2 className="legend mb-1">What the readings say</h2>
      {finding.data && <FindingText finding={finding.data} />}
      {finding.isError && <p className="text-bad">{finding.error.message}</p>}
      <fieldset className="mt-2">
        <legend className="text-[0.87rem] text-muted">Seen as well</legend>
        <div className="flex flex-wrap gap-1.5 pt-1">
          {observations.map(({ value, label }) => {
            const on = draft.observed.includes(value);
            return (
              <button
                key={value}
                type="button"
                aria-pressed={on}
                onClick={() => toggle(value)}
                className={`min-h-8 rounded-md border px-2 text-[0.87rem] max-sm:min-h-[44px] ${on ? "border-action bg-action text-on-action" : "border-edge"}`}
              >
                {label}
              </button>
            );
          })}
        </div>
      </fieldset>
    </section>
  );
}

/** A finding in words: what it says, what it rests on, rules out, leaves untested. */
export function FindingText({ finding }: { finding: Finding }) {
  const parts: [string, string[]][] = [
    ["Rests on", finding.rests_on],
    ["Rules out", finding.rules_out],
    ["Not tested", finding.not_tested],
  ];
  return (
    <>
      <p className="legend">{finding.conclusion}</p>
      <p className="font-semibold">{finding.headline}</p>
      <p>{finding.next_step}</p>
      <dl className="mt-1 text-[0.9rem]">
        {parts
          .filter(([, list]) => list.length > 0)
          .map(([term, list]) => (
            <div key={term} className="grid grid-cols-[5.2rem_1fr] gap-1.5">
              <dt className="text-muted">{term}</dt>
              <dd>{list.join("; ")}</dd>
            </div>
          ))}
      </dl>
      {finding.why.length > 0 && (
        <details className="mt-1 text-[0.9rem]">
          <summary className="cursor-pointer text-muted">Why?</summary>
          <ul>
            {finding.why.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
      {finding.asks_cause && (
        <p className="mt-1 font-medium text-watch">It died of something: find the cause as well.</p>
      )}
    </>
  );
}
