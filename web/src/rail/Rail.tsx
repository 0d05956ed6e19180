import { useId } from "react";
import type { RailData } from "@/api/types";
import { placeOn, railScale, spread, tickLabel } from "./scale";
import { useWidth } from "./useWidth";

const GATE = 52;
const GAP = 10;
const TOP = 54;
const BAR = 44;
const BASE = TOP + BAR;

/** The rail: the band as a clear channel, hatched beyond it, the reading with its U as a bar. */
export function Rail({ rail }: { rail: RailData }) {
  const [frame, width] = useWidth();
  return (
    <div ref={frame} className="w-full">
      {width > 0 && <Drawing rail={rail} width={width} />}
    </div>
  );
}

function Drawing({ rail, width }: { rail: RailData; width: number }) {
  const hatch = useId();
  const left = rail.low_gate ? GATE + GAP : 1;
  const right = rail.high_gate ? GATE + GAP : 1;
  const track = width - left - right;
  const scale = railScale(rail, track);
  const x = (value: number) => left + clamp(placeOn(scale, value), 0, track);
  const { lower, upper, watch_lower, watch_upper, nominal } = rail.band;
  const bandLeft = lower == null ? left : x(lower);
  const bandRight = upper == null ? left + track : x(upper);
  return (
    <svg width={width} height={BASE + 58} role="img" aria-label={describe(rail)} className="block">
      <defs>
        <pattern
          id={hatch}
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="7" height="7" fill="var(--bad-tint)" />
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--bad)" strokeWidth="1.6" opacity="0.45" />
        </pattern>
      </defs>
      <rect x={left} y={TOP} width={track} height={BAR} fill={`url(#${hatch})`} />
      <rect
        x={bandLeft}
        y={TOP}
        width={Math.max(1, bandRight - bandLeft)}
        height={BAR}
        fill="var(--within-tint)"
      />
      {watch_lower != null && lower != null && (
        <rect
          x={x(lower)}
          y={TOP}
          width={x(watch_lower) - x(lower)}
          height={BAR}
          fill="var(--watch-tint)"
        />
      )}
      {watch_upper != null && upper != null && (
        <rect
          x={x(watch_upper)}
          y={TOP}
          width={x(upper) - x(watch_upper)}
          height={BAR}
          fill="var(--watch-tint)"
        />
      )}
      {[lower, upper].map(
        (limit) =>
          limit != null && (
            <line
              key={limit}
              x1={x(limit)}
              x2={x(limit)}
              y1={TOP - 6}
              y2={BASE}
              stroke="var(--within)"
              strokeWidth="2"
            />
          ),
      )}
      {nominal != null && (
        <line
          x1={x(nominal)}
          x2={x(nominal)}
          y1={TOP}
          y2={BASE}
          stroke="var(--within)"
          strokeWidth="1.6"
          strokeDasharray="4 4"
        />
      )}
      <rect
        x={left}
        y={TOP}
        width={track}
        height={BAR}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      <Rungs rail={rail} x={x} end={left + track} />
      <Axis rail={rail} ticks={scale.ticks} x={x} end={left + track} log={scale.kind === "log"} />
      {rail.low_gate && <Gate gate={rail.low_gate} x={1} />}
      {rail.high_gate && <Gate gate={rail.high_gate} x={width - GATE - 1} />}
      <Marks rail={rail} x={x} width={width} />
      <Labels rail={rail} x={x} width={width} />
    </svg>
  );
}

/** The ladder of a bank: what 0, 1, 2 … dead members would read; the step that fits is framed. */
function Rungs({ rail, x, end }: Place & { end: number }) {
  return (
    <g fontSize="12.5" textAnchor="middle">
      {rail.rungs.slice(1).map((rung) => {
        const from = x(rung.lower);
        const width = x(rung.upper) - from;
        if (width < 6 || from >= end - 4) return null;
        return (
          <g key={rung.label}>
            <rect
              x={from}
              y={TOP + 3}
              width={width}
              height={BAR - 6}
              fill="var(--sheet)"
              fillOpacity="0.82"
              stroke={rung.fits ? "var(--ink)" : "var(--muted)"}
              strokeWidth={rung.fits ? 2.4 : 1}
              strokeDasharray={rung.fits ? undefined : "4 3"}
            />
            {width > 44 && (
              <text x={from + width / 2} y={TOP + 15} fill="var(--ink)">
                {rung.label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

type Place = { rail: RailData; x: (value: number) => number };

function Axis({
  rail,
  ticks,
  x,
  end,
  log,
}: Place & { ticks: number[]; end: number; log: boolean }) {
  const unit = `${rail.unit}${log ? ", log" : ""}`;
  return (
    <g fontSize="13" fill="var(--muted)">
      {ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={x(tick)}
            x2={x(tick)}
            y1={BASE}
            y2={BASE + 7}
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          {x(tick) + tickLabel(tick).length * 3.8 < end - 8 - unit.length * 8 && (
            <text x={x(tick)} y={BASE + 21} textAnchor="middle">
              {tickLabel(tick)}
            </text>
          )}
        </g>
      ))}
      <text x={end} y={BASE + 21} textAnchor="end" fontWeight="600">
        {unit}
      </text>
    </g>
  );
}

function labelWidth(label: string): number {
  return label.length * 7.6 + 12;
}

function Labels({ rail, x, width }: Place & { width: number }) {
  const limits = [rail.lower, rail.upper];
  const all = [...limits, rail.nominal].filter((mark) => mark != null);
  const room = all.reduce((sum, mark) => sum + labelWidth(mark.label), 0);
  // On a narrow rail the limits need their places more than the nominal does.
  const marks = room < 0.7 * width ? all : limits.filter((mark) => mark != null);
  const widths = marks.map((mark) => labelWidth(mark.label));
  const places = spread(
    marks.map((mark) => x(mark.value)),
    widths,
    0,
    width,
  );
  return (
    <g
      fontSize="13.5"
      fill="var(--within)"
      stroke="var(--ground)"
      strokeWidth="5"
      paintOrder="stroke"
      textAnchor="middle"
    >
      {marks.map((mark, index) => (
        <text
          key={mark.label}
          x={places[index]}
          y={TOP - 11}
          fontWeight={mark === rail.nominal ? 400 : 600}
        >
          {mark.label}
        </text>
      ))}
    </g>
  );
}

function Gate({ gate, x }: { gate: NonNullable<RailData["low_gate"]>; x: number }) {
  const tone = gate.due ? "var(--within)" : gate.hit ? "var(--bad)" : "var(--ink)";
  return (
    <g>
      <rect
        x={x}
        y={TOP}
        width={GATE}
        height={BAR}
        rx="5"
        fill={gate.hit ? tone : gate.due ? "var(--within-tint)" : "var(--sheet)"}
        stroke={tone}
        strokeWidth={gate.hit || gate.due ? 2.4 : 1.4}
      />
      <text
        x={x + GATE / 2}
        y={TOP + BAR / 2 + 5}
        textAnchor="middle"
        fontSize="13.5"
        fontWeight="600"
        fill={gate.hit ? "var(--sheet)" : tone}
      >
        {gate.label}
      </text>
      {gate.hit && <path d={`M${x + GATE / 2 - 6} ${TOP - 12}h12l-6 9z`} fill="var(--ink)" />}
    </g>
  );
}

/** Hollow above: the display as read. Solid with its bar: the corrected value ± U. */
function Marks({ rail, x, width }: Place & { width: number }) {
  const { raw, corrected, expanded } = rail;
  if (!corrected) return null;
  const middle = TOP + BAR / 2;
  const centre = x(corrected.value);
  const from = x(corrected.value - (expanded ?? 0));
  const to = x(corrected.value + (expanded ?? 0));
  const half = corrected.label.length * 4.1 + 4;
  const label = clamp(centre, half, width - half);
  return (
    <g>
      {raw && <RawMark x={x(raw.value)} label={raw.label} width={width} />}
      <line x1={from} x2={to} y1={middle} y2={middle} stroke="var(--ink)" strokeWidth="5" />
      <path
        d={`M${from} ${middle - 9}v18M${to} ${middle - 9}v18`}
        stroke="var(--ink)"
        strokeWidth="3"
      />
      <circle
        cx={centre}
        cy={middle}
        r="8.5"
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth="2"
      />
      <circle cx={centre} cy={middle} r="3" fill="var(--sheet)" />
      <line
        x1={centre}
        x2={centre}
        y1={BASE + 22}
        y2={BASE + 36}
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <text
        x={label}
        y={BASE + 52}
        textAnchor="middle"
        fontSize="15.5"
        fontWeight="700"
        fill="var(--ink)"
      >
        {corrected.label}
      </text>
    </g>
  );
}

function RawMark({ x, label, width }: { x: number; label: string; width: number }) {
  const toLeft = x + 16 + label.length * 7.4 > width;
  return (
    <g>
      <path d={`M${x - 7} 6h14l-7 12z`} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.8" />
      <line
        x1={x}
        x2={x}
        y1={18}
        y2={TOP}
        stroke="var(--ink)"
        strokeWidth="1.2"
        strokeDasharray="2 3"
      />
      <text
        x={toLeft ? x - 12 : x + 12}
        y="17"
        fontSize="13.5"
        fill="var(--muted)"
        textAnchor={toLeft ? "end" : "start"}
      >
        {label}
      </text>
    </g>
  );
}

function describe(rail: RailData): string {
  const limits = [rail.lower?.label, rail.upper?.label].filter(Boolean).join(" to ");
  const hit = [rail.low_gate, rail.high_gate].find((gate) => gate?.hit);
  const reading = hit ? hit.label : (rail.corrected?.label ?? "no reading yet");
  return `Rail: band ${limits}; ${reading}`;
}

function clamp(value: number, low: number, high: number): number {
  return Math.min(Math.max(value, low), high);
}
