import { useTableRead } from "@/api/areas/instruments";
import type { TableIn } from "@/api/types";
import { useLater } from "@/ui/useLater";

/** How the table is read, line by line, as it is typed: what is wrong is mended in the text itself. */
export function TablePreview({ what, table }: TableIn) {
  const read = useTableRead({ what, table: useLater(table) }).data;
  const rows = what === "meter" ? read?.meter : read?.thermometer;
  if (!table.trim() || !rows) return null;
  return (
    <section aria-label="How it was read" aria-live="polite">
      <h3 className="legend mb-1">How it was read</h3>
      <ol className="border-hairline border-t text-[0.92rem]">
        {rows.map((one) => (
          <li
            key={one.line}
            className="grid grid-cols-[2rem_minmax(0,1fr)] border-hairline border-b py-0.5"
          >
            <span className="text-muted">{one.line}</span>
            {one.problem ? (
              <span className="font-medium text-bad">
                {one.problem} <span className="font-normal text-muted">“{one.text}”</span>
              </span>
            ) : (
              <span className={one.shown ? "" : "text-muted"}>
                {one.shown || `“${one.text}”`}
                {"note" in one && one.note && <span className="text-muted"> ({one.note})</span>}
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
