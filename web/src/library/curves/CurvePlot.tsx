import { scaleLinear, scaleLog } from "d3-scale";
import type { Curves } from "@/api/types";
import { Axes, MARGIN } from "@/rail/Axes";
import { useWidth } from "@/rail/useWidth";
import { DASHES } from "./Stroke";

const HEIGHT = 320;

type Props = { curves: Curves; logarithmic: boolean; onPoint: (celsius: number) => void };

/** Up to four curves with their bands; a press on the plot reads them there. */
export default function CurvePlot(props: Props) {
  const [frame, width] = useWidth();
  return <div ref={frame}>{width > 0 && <Drawing {...props} width={width} />}</div>;
}

function Drawing({ curves, logarithmic, onPoint, width }: Props & { width: number }) {
  const lines = curves.curves.filter((one) => one.line.length > 0);
  const all = lines.flatMap((one) => [...one.line, ...one.lower, ...one.upper]);
  const xs = all.map(([celsius = 0]) => celsius);
  const ys = all.map(([, ohms = 0]) => ohms).filter((one) => one > 0);
  if (xs.length === 0 || ys.length === 0) return null;
  const x = scaleLinear([Math.min(...xs), Math.max(...xs)], [MARGIN.left, width - MARGIN.right]);
  const y = (logarithmic ? scaleLog() : scaleLinear())
    .domain(
      logarithmic ? [Math.min(...ys) / 1.1, Math.max(...ys) * 1.1] : [0, Math.max(...ys) * 1.05],
    )
    .range([HEIGHT - MARGIN.bottom, MARGIN.top]);
  const path = (list: number[][]) =>
    list
      .map(
        ([celsius = 0, ohms = 0], place) =>
          `${place ? "L" : "M"}${x(celsius)} ${y(Math.max(ohms, 1e-9))}`,
      )
      .join("");
  const points = curves.points.flatMap(({ point }) => (point ? [point] : []));
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the fields above take a temperature by keyboard
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`Ohms over temperature: ${lines.map((one) => one.name).join("; ")}. The table has the figures.`}
      className="block cursor-crosshair"
      onClick={(event) => {
        const left = event.clientX - event.currentTarget.getBoundingClientRect().left;
        const celsius = Math.min(Math.max(x.invert(left), Math.min(...xs)), Math.max(...xs));
        onPoint(Math.round(celsius * 2) / 2);
      }}
    >
      <Axes x={x} y={y} width={width} height={HEIGHT} xLabel="°C" yLabel="Ω" />
      {lines.map((one) => (
        <path
          key={`band-${one.name}`}
          d={`${path(one.upper)}${[...one.lower]
            .reverse()
            .map(([celsius = 0, ohms = 0]) => `L${x(celsius)} ${y(Math.max(ohms, 1e-9))}`)
            .join("")}Z`}
          fill="var(--within-tint)"
          opacity={lines.length > 1 ? 0.6 : 1}
        />
      ))}
      {lines.map((one) => (
        <path
          key={one.name}
          d={path(one.line)}
          fill="none"
          stroke={lines.length > 1 ? "var(--ink)" : "var(--within)"}
          strokeWidth="2"
          strokeDasharray={DASHES[curves.curves.indexOf(one)]}
        />
      ))}
      {points.map((one) => (
        <circle
          key={`${one.celsius}-${one.ohms}`}
          cx={x(one.celsius)}
          cy={y(one.ohms)}
          r="5"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.8"
        />
      ))}
    </svg>
  );
}
