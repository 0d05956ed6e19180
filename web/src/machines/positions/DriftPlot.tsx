import { scaleLinear, scaleUtc } from "d3-scale";
import type { PartDriftData } from "@/api/types";
import { day } from "@/clock/dates";
import { MARGIN } from "@/rail/Axes";
import { useWidth } from "@/rail/useWidth";

const HEIGHT = 220;
const DAY = 86_400_000;

/** A part over the years beside those before it and its like; what was done is marked. */
export default function DriftPlot({ drift }: { drift: PartDriftData }) {
  const [frame, width] = useWidth();
  return (
    <figure className="w-full">
      <div ref={frame}>{width > 0 && <Drawing drift={drift} width={width} />}</div>
      <figcaption className="text-[0.87rem] text-muted">
        Distance from what was due [{drift.history.unit}]. Solid: this part, with U and the line’s
        95 % interval; hollow: parts before it; dashed: its like.
      </figcaption>
    </figure>
  );
}

function Drawing({ drift, width }: { drift: PartDriftData; width: number }) {
  const { history, series, marks } = drift;
  const first = Date.parse(history.points[0]?.at ?? "");
  const all = [...history.points, ...series.flatMap((one) => one.points)];
  const times = all.map((one) => Date.parse(one.at));
  const from = Math.min(...times);
  const to = Math.max(...times, from + 30 * DAY);
  const ys = [
    0,
    ...all.flatMap((one) => [one.away - one.expanded, one.away + one.expanded]),
    ...(history.plot?.lower ?? []).map(([, away = 0]) => away),
    ...(history.plot?.upper ?? []).map(([, away = 0]) => away),
  ];
  const room = (Math.max(...ys) - Math.min(...ys)) * 0.08 || 1;
  const x = scaleUtc([from, to], [MARGIN.left, width - MARGIN.right - 6]);
  const y = scaleLinear(
    [Math.min(...ys) - room, Math.max(...ys) + room],
    [HEIGHT - MARGIN.bottom, MARGIN.top],
  );
  const at = (days: number) => x(first + days * DAY);
  const path = (list: number[][]) =>
    list
      .map(([days = 0, away = 0], place) => `${place ? "L" : "M"}${at(days)} ${y(away)}`)
      .join("");
  const { line = [], lower = [], upper = [] } = history.plot ?? {};
  const isLong = to - from > 900 * DAY;
  const ticks = isLong
    ? x.ticks(12).filter((one) => one.getUTCMonth() === 0)
    : x.ticks(Math.max(2, Math.floor(width / 190)));
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`Over time: ${history.told} The table has the figures.`}
      className="block"
    >
      <g fontSize="12.5" fill="var(--muted)">
        {ticks.map((tick) => (
          <text
            key={tick.getTime()}
            x={x(tick)}
            y={HEIGHT - MARGIN.bottom + 17}
            textAnchor="middle"
          >
            {isLong ? tick.getUTCFullYear() : day(tick.toISOString())}
          </text>
        ))}
        {y.ticks(5).map((tick) => (
          <g key={tick}>
            <path
              d={`M${MARGIN.left} ${y(tick)}H${width - MARGIN.right}`}
              stroke={tick === 0 ? "var(--ink)" : "var(--hairline)"}
            />
            <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end">
              {String(tick).replace("-", "−")}
            </text>
          </g>
        ))}
      </g>
      {marks.map((one) => (
        <g key={`${one.at}-${one.text}`}>
          <path
            d={`M${x(Date.parse(one.at))} ${MARGIN.top}V${HEIGHT - MARGIN.bottom}`}
            stroke="var(--muted)"
            strokeDasharray="3 3"
          />
          <text x={x(Date.parse(one.at)) + 4} y={MARGIN.top + 9} fontSize="12" fill="var(--muted)">
            {one.text}
          </text>
        </g>
      ))}
      {upper.length > 0 && (
        <path
          d={`${path(upper)}${[...lower]
            .reverse()
            .map(([days = 0, away = 0]) => `L${at(days)} ${y(away)}`)
            .join("")}Z`}
          fill="var(--within-tint)"
        />
      )}
      {line.length > 0 && (
        <path d={path(line)} fill="none" stroke="var(--within)" strokeWidth="2" />
      )}
      {series.map((one) => (
        <g
          key={`${one.kind}-${one.position}-${one.name}`}
          stroke="var(--muted)"
          fill="var(--ground)"
        >
          <path
            d={one.points
              .map((each, place) => `${place ? "L" : "M"}${x(Date.parse(each.at))} ${y(each.away)}`)
              .join("")}
            fill="none"
            strokeDasharray={one.kind === "sibling" ? "6 4" : undefined}
          />
          {one.kind === "before" &&
            one.points.map((each) => (
              <circle key={each.at} cx={x(Date.parse(each.at))} cy={y(each.away)} r="4" />
            ))}
        </g>
      ))}
      {history.points.map((one) => (
        <g key={one.at} stroke="var(--ink)" fill="var(--ink)">
          <path
            d={`M${x(Date.parse(one.at))} ${y(one.away - one.expanded)}V${y(one.away + one.expanded)}`}
            strokeWidth="2"
          />
          <circle cx={x(Date.parse(one.at))} cy={y(one.away)} r="4" />
        </g>
      ))}
    </svg>
  );
}
