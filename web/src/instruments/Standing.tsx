import type { InstrumentRow } from "@/api/types";
import { day } from "@/clock/dates";

/** What is held against an instrument, in a word. */
export const DOUBTS = {
  overdue: "overdue",
  distrusted: "do not trust",
  retired: "out of use",
} as const;

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
        {one.doubts.map((code) => DOUBTS[code]).join(", ")}
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
