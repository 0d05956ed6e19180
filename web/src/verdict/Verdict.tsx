import type { Judgement } from "@/api/types";
import { unbroken } from "./prose";
import { StateShape, toneOf } from "./states";

const OUTCOME = { accept: "Accepted", reject: "Rejected", undecided: "Undecided" } as const;

/** The verdict: shape, sentence, outcome in words, what follows. */
export function Verdict({ judgement, note }: { judgement: Judgement; note?: React.ReactNode }) {
  return (
    <section
      aria-label="Verdict"
      aria-live="polite"
      className="plate"
      style={{ "--line": toneOf(judgement.state) } as React.CSSProperties}
    >
      <div className="flex items-start gap-3">
        <div className="pt-0.5">
          <StateShape state={judgement.state} size={28} />
        </div>
        <div className="min-w-0 flex-1">
          <h2
            className="text-[1.35rem] leading-tight font-semibold"
            style={{ color: toneOf(judgement.state) }}
          >
            {judgement.headline}
          </h2>
          <p className="mt-1">
            <strong className="font-semibold">{OUTCOME[judgement.outcome]}</strong>{" "}
            <span className="text-muted">({judgement.rule_text || judgement.outcome_text}).</span>{" "}
            {unbroken(judgement.explanation.join(" "))}
          </p>
          <p className="mt-1 font-medium">{unbroken(judgement.next_step)}</p>
          {judgement.warnings.map((warning) => (
            <p key={warning.text} className="mt-1.5 flex gap-2" style={{ color: "var(--watch)" }}>
              <StateShape state="watch" size={16} />
              <span>{unbroken(warning.text)}</span>
            </p>
          ))}
          {note}
        </div>
      </div>
    </section>
  );
}
