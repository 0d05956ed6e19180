import type { InstrumentRow } from "@/api/types";
import { day } from "@/clock/dates";

const WORDS = { overdue: "overdue", distrusted: "do not trust", retired: "out of use" } as const;

/** How an instrument stands today, in a word and a shape. */
export function Standing({
  one,
}: {
  one: Pick<InstrumentRow, "doubts" | "due" | "calibrated_on">;
}) {
  if (one.doubts.length > 0) {
    return (
      <span className="flex items-center gap-1.5 font-semibold text-watch">
        <span aria-hidden="true">▲</span>
        {one.doubts.map((code) => WORDS[code]).join(", ")}
      </span>
    );
  }
  if (one.due) return <span className="text-muted">calibrated until {day(one.due)}</span>;
  return (
    <span className="text-muted">
      {one.calibrated_on ? `calibrated ${day(one.calibrated_on)}` : "never calibrated"}
    </span>
  );
}
