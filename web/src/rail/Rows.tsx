import type { RowData } from "@/api/types";
import { StateShape, toneOf } from "@/verdict/states";
import { placeOn, railScale } from "./scale";
import { useWidth } from "./useWidth";

const HEIGHT = 28;
const BAR = 16;

/** Several figures at once, a strip each; strips of one band share one scale, so that they compare. */
export default function Rows({ rows }: { rows: RowData[] }) {
  const shared = sharedScale(rows);
  return (
    <ul aria-label="Every figure" className="flex flex-col">
      {rows.map((row) => (
        <li
          key={row.label}
          className="grid grid-cols-[minmax(4rem,9rem)_minmax(0,1fr)_minmax(8rem,15.5rem)] items-center gap-3 border-hairline border-b last:border-b-0 max-sm:grid-cols-[1fr_auto]"
        >
          <span className="font-semibold">{row.label}</span>
          <span className="max-sm:col-span-2 max-sm:row-start-2">
            <Strip row={row} shared={shared} />
          </span>
          <span className="flex items-center justify-end gap-2 text-right">
            {row.state && (
              <>
                <b className="font-semibold">{row.value?.text ?? "OL"}</b>
                <span style={{ color: toneOf(row.state) }} className="text-[0.9rem]">
                  {row.state}
                  {row.side ? `, ${row.side}` : ""}
                </span>
                <StateShape state={row.state} size={18} />
              </>
            )}
            {!row.state && (
              <>
                {row.value && <b className="font-semibold">{row.value.text}</b>}
                <span className="text-muted">{row.due}</span>
              </>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** One rail that shows all rows, where all have one band; null where bands differ. */
function sharedScale(rows: RowData[]): RowData["rail"] | null {
  const [first] = rows;
  if (!first || new Set(rows.map((row) => JSON.stringify(row.rail.band))).size > 1) return null;
  const read = rows.flatMap((row) => (row.rail.corrected ? [row.rail] : []));
  const [lead] = read;
  if (!lead?.corrected) return first.rail;
  const middle = (lead.band.nominal ?? lead.band.upper ?? lead.band.lower) || 1;
  const far = read.reduce((one, other) =>
    Math.abs((other.corrected?.value ?? middle) - middle) >
    Math.abs((one.corrected?.value ?? middle) - middle)
      ? other
      : one,
  );
  return far;
}

function Strip({ row, shared }: { row: RowData; shared: RowData["rail"] | null }) {
  const [frame, width] = useWidth();
  return (
    <div ref={frame} className="w-full">
      {width > 0 && <Drawing row={row} width={width} shared={shared} />}
    </div>
  );
}

function Drawing({
  row,
  width,
  shared,
}: {
  row: RowData;
  width: number;
  shared: RowData["rail"] | null;
}) {
  const { band, corrected, expanded, high_gate } = row.rail;
  const right = high_gate ? 26 : 1;
  const track = width - right - 2;
  const scale = railScale(shared ?? row.rail, track);
  const x = (value: number) => 1 + Math.min(Math.max(placeOn(scale, value), 0), track);
  const from = band.lower == null ? 1 : x(band.lower);
  const to = band.upper == null ? 1 + track : x(band.upper);
  const top = (HEIGHT - BAR) / 2;
  const middle = HEIGHT / 2;
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`${row.label}: ${row.value?.text ?? row.state ?? "not read"}, ${row.due} is due`}
      className="block"
    >
      <rect x={1} y={top} width={track} height={BAR} fill="var(--bad-tint)" />
      <rect
        x={from}
        y={top}
        width={Math.max(1, to - from)}
        height={BAR}
        fill="var(--within-tint)"
      />
      {[band.lower, band.upper].map(
        (limit) =>
          limit != null && (
            <path
              key={limit}
              d={`M${x(limit)} ${top - 3}v${BAR + 6}`}
              stroke="var(--within)"
              strokeWidth="2"
            />
          ),
      )}
      <rect x={1} y={top} width={track} height={BAR} fill="none" stroke="var(--ink)" />
      {high_gate && (
        <g>
          <rect
            x={width - 24}
            y={top}
            width={23}
            height={BAR}
            rx="3"
            fill={high_gate.hit ? "var(--bad)" : "var(--sheet)"}
            stroke="var(--ink)"
          />
          <text
            x={width - 12.5}
            y={middle + 4}
            fontSize="11"
            textAnchor="middle"
            fill={high_gate.hit ? "var(--sheet)" : "var(--ink)"}
          >
            OL
          </text>
        </g>
      )}
      {corrected && (
        <g stroke="var(--ink)">
          <path
            d={`M${x(corrected.value - (expanded ?? 0))} ${middle}H${x(corrected.value + (expanded ?? 0))}`}
            strokeWidth="4"
          />
          <circle
            cx={x(corrected.value)}
            cy={middle}
            r="6"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth="1.5"
          />
        </g>
      )}
    </svg>
  );
}
