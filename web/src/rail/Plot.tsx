import { scaleLinear, scaleLog } from "d3-scale";
import type { PlotData } from "@/api/types";
import { Axes, MARGIN } from "./Axes";
import { spread } from "./scale";
import { useWidth } from "./useWidth";

const HEIGHT = 176;

/** A small plot: the curve with its band and the reading on it, or a series. */
export default function Plot({ plot }: { plot: PlotData }) {
  const [frame, width] = useWidth();
  return (
    <figure className="w-full">
      <div ref={frame}>{width > 0 && <Drawing plot={plot} width={width} />}</div>
      <figcaption className="text-[0.87rem] text-muted">{plot.title}</figcaption>
    </figure>
  );
}

function Drawing({ plot, width }: { plot: PlotData; width: number }) {
  const points = [...plot.line, ...plot.lower, ...plot.upper];
  const xs = [...points.map(first), ...plot.points.map((one) => one.x)];
  const ys = [
    ...points.map(second),
    ...plot.points.flatMap((one) => [one.y - (one.expanded ?? 0), one.y + (one.expanded ?? 0)]),
  ].filter((one) => !plot.logarithmic || one > 0);
  const room = (Math.max(...ys) - Math.min(...ys)) * 0.06 || 1;
  const domain = plot.logarithmic
    ? [Math.min(...ys) / 1.1, Math.max(...ys) * 1.1]
    : [Math.min(...ys) - room, Math.max(...ys) + room];
  const x = scaleLinear([Math.min(...xs), Math.max(...xs)], [MARGIN.left, width - MARGIN.right]);
  const y = (plot.logarithmic ? scaleLog() : scaleLinear())
    .domain(domain)
    .range([HEIGHT - MARGIN.bottom, MARGIN.top]);
  const path = (list: number[][]) =>
    list.map((one, place) => `${place ? "L" : "M"}${x(first(one))} ${y(second(one))}`).join("");
  const band = plot.upper.length
    ? `${path(plot.upper)}${[...plot.lower]
        .reverse()
        .map((one) => `L${x(first(one))} ${y(second(one))}`)
        .join("")}Z`
    : "";
  return (
    <svg width={width} height={HEIGHT} role="img" aria-label={describe(plot)} className="block">
      <Axes x={x} y={y} width={width} height={HEIGHT} xLabel={plot.x_label} yLabel={plot.y_label} />
      {band && <path d={band} fill="var(--within-tint)" stroke="var(--within)" strokeWidth="1" />}
      {plot.line.length > 0 && (
        <path d={path(plot.line)} fill="none" stroke="var(--within)" strokeWidth="2" />
      )}
      {plot.joined && (
        <path
          d={path(plot.points.map((one) => [one.x, one.y]))}
          fill="none"
          stroke="var(--muted)"
          strokeWidth="1.4"
        />
      )}
      <Points plot={plot} x={x} y={y} width={width} />
    </svg>
  );
}

type PointsProps = {
  plot: PlotData;
  x: (value: number) => number;
  y: (value: number) => number;
  width: number;
};

/** Due: hollow. Read: solid with its U. Wrong: a cross, since colour alone says nothing. */
function Points({ plot, x, y, width }: PointsProps) {
  const named = plot.points.filter((one) => one.label);
  const places = spread(
    named.map((one) => y(one.y)),
    named.map(() => 15),
    MARGIN.top,
    HEIGHT - MARGIN.bottom + 8,
  );
  return (
    <g stroke="var(--ink)">
      {plot.points.map((one) => {
        const cx = x(one.x);
        const cy = y(one.y);
        return (
          <g key={`${one.label}-${one.x}-${one.y}`}>
            {one.expanded != null && (
              <path
                d={`M${cx} ${y(one.y - one.expanded)}V${y(one.y + one.expanded)}`}
                strokeWidth="3"
              />
            )}
            {one.wrong ? (
              <path
                d={`M${cx - 6} ${cy - 6}l12 12m0 -12l-12 12`}
                stroke="var(--bad)"
                strokeWidth="3"
              />
            ) : (
              <circle
                cx={cx}
                cy={cy}
                r={plot.joined ? 3.5 : 5}
                fill={one.label === "due" ? "var(--sheet)" : "var(--ink)"}
                strokeWidth="1.8"
              />
            )}
          </g>
        );
      })}
      {named.map((one, place) => {
        const toLeft = x(one.x) > width - 90;
        return (
          <text
            key={`${one.label}-${one.x}`}
            x={x(one.x) + (toLeft ? -10 : 10)}
            y={(places[place] ?? 0) + 4}
            textAnchor={toLeft ? "end" : "start"}
            fontSize="13"
            fontWeight="600"
            fill="var(--ink)"
            stroke="var(--ground)"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {one.label}
          </text>
        );
      })}
    </g>
  );
}

function describe(plot: PlotData): string {
  const read = plot.points.map((one) => `${one.label || "point"} ${one.x}, ${one.y}`).slice(0, 6);
  return `Plot: ${plot.title}, ${plot.y_label} over ${plot.x_label}; ${read.join("; ")}`;
}

function first(one: number[]): number {
  return one[0] ?? 0;
}

function second(one: number[]): number {
  return one[1] ?? 0;
}
