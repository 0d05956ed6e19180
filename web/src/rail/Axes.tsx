import type { ScaleContinuousNumeric } from "d3-scale";
import { tickLabel } from "./scale";

export const MARGIN = { left: 58, right: 14, top: 12, bottom: 34 };

type Axis = ScaleContinuousNumeric<number, number>;
type Props = {
  x: Axis;
  y: Axis;
  width: number;
  height: number;
  xLabel: string;
  yLabel: string;
};

/** The lines and figures along both edges of a plot. */
export function Axes({ x, y, width, height, xLabel, yLabel }: Props) {
  return (
    <g fontSize="12.5" fill="var(--muted)" stroke="none">
      {x.ticks(Math.max(3, Math.round(width / 90))).map((tick) => (
        <g key={tick}>
          <line
            x1={x(tick)}
            x2={x(tick)}
            y1={MARGIN.top}
            y2={height - MARGIN.bottom}
            stroke="var(--hairline)"
          />
          <text x={x(tick)} y={height - MARGIN.bottom + 17} textAnchor="middle">
            {tick}
          </text>
        </g>
      ))}
      {spaced(y.ticks(Math.max(4, Math.round(height / 60))), y).map((tick) => (
        <g key={tick}>
          <line
            x1={MARGIN.left}
            x2={width - MARGIN.right}
            y1={y(tick)}
            y2={y(tick)}
            stroke="var(--hairline)"
          />
          <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end">
            {tickLabel(tick)}
          </text>
        </g>
      ))}
      <text x={width - MARGIN.right} y={height - 3} textAnchor="end" fontWeight="600">
        {xLabel}
      </text>
      <text x={4} y={MARGIN.top + 4} fontWeight="600">
        {yLabel}
      </text>
    </g>
  );
}

/** Ticks that leave room for their labels: a logarithmic axis has too many. */
function spaced(ticks: number[], y: Axis): number[] {
  const kept: number[] = [];
  for (const tick of ticks) {
    const last = kept.at(-1);
    if (last === undefined || Math.abs(y(tick) - y(last)) >= 20) kept.push(tick);
  }
  return kept;
}
