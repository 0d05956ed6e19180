import { useState } from "react";
import type { CircuitDrawing, Diagnosis } from "@/api/types";

const COLUMN = 128;
const ROW = 82;
const MARGIN = 26;
/** How far it is drawn smaller or larger at a press, and at the most. */
const STEP = 1.3;
const LEAST = 0.45;
const MOST = 2.2;

type Standing = Diagnosis["parts"][number]["standing"];
type Marks = { standing?: ReadonlyMap<string, Standing>; first?: string; second?: string };
type Props = {
  drawing: CircuitDrawing;
  marks?: Marks;
  onNode?: (name: string) => void;
};

/** A circuit as a ladder: nodes are upright lines that a probe can reach, parts the rungs between. */
export function Ladder({ drawing, marks = {}, onNode }: Props) {
  const [scale, setScale] = useState(1);
  const width = (drawing.columns - 1) * COLUMN + 2 * MARGIN + 24;
  const height = drawing.rows * ROW + 46;
  const x = (column: number) => MARGIN + column * COLUMN;
  const y = (row: number) => 44 + row * ROW;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it is scrolled by keyboard where it is wide
    <section aria-label="The circuit, drawn" tabIndex={0} className="max-w-full overflow-x-auto">
      <p className="sticky left-0 flex gap-1 lg:hidden">
        <Zoom label="Draw it smaller" sign="−" on={() => setScale(Math.max(LEAST, scale / STEP))} />
        <Zoom label="Draw it larger" sign="+" on={() => setScale(Math.min(MOST, scale * STEP))} />
      </p>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the lists below take a node by keyboard */}
      <svg
        onClick={(event) => {
          const node = (event.target as Element).closest("[data-node]")?.getAttribute("data-node");
          if (node) onNode?.(node);
        }}
        width={width * scale}
        height={height * scale}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`The circuit: ${drawing.parts.map((one) => one.name).join(", ")}. The rows say it all.`}
      >
        {drawing.nodes.map((one) => {
          const isProbe = one.name === marks.first || one.name === marks.second;
          return (
            <g key={one.name} data-node={one.name} className={onNode ? "cursor-pointer" : ""}>
              <path
                d={`M${x(one.column)} ${y(one.top) - 16}V${y(one.bottom) + 6}`}
                stroke={isProbe ? "var(--action)" : "var(--ink)"}
                strokeWidth={isProbe ? 5 : 2}
              />
              <rect
                x={x(one.column) - 18}
                y={y(one.top) - 40}
                width="36"
                height={(one.bottom - one.top) * ROW + 50}
                fill="transparent"
              />
              <text
                x={x(one.column)}
                y={y(one.top) - 22}
                textAnchor="middle"
                fontSize="14"
                fontWeight="700"
                fill={isProbe ? "var(--action-text)" : "var(--ink)"}
              >
                {one.name}
              </text>
            </g>
          );
        })}
        {drawing.parts.map((one) => (
          <Rung
            key={`${one.part}-${one.path}`}
            left={x(one.left)}
            right={x(one.right)}
            y={y(one.row)}
            symbol={one.symbol}
            name={one.name}
            standing={marks.standing?.get(one.part)}
          />
        ))}
      </svg>
    </section>
  );
}

function Zoom({ label, sign, on }: { label: string; sign: string; on: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={on}
      className="size-[44px] rounded-md border border-edge bg-well text-lg"
    >
      {sign}
    </button>
  );
}

type RungProps = {
  left: number;
  right: number;
  y: number;
  symbol: string;
  name: string;
  standing: Standing | undefined;
};

function Rung({ left, right, y, symbol, name, standing }: RungProps) {
  const middle = (left + right) / 2;
  const wide = symbol === "joint" ? 4 : 22;
  return (
    <g stroke="var(--ink)" strokeWidth="1.8" fill="none">
      <path d={`M${left} ${y}H${middle - wide}M${middle + wide} ${y}H${right}`} />
      <circle cx={left} cy={y} r="3" fill="var(--ink)" />
      <circle cx={right} cy={y} r="3" fill="var(--ink)" />
      <Sign kind={symbol} x={middle} y={y} />
      {standing === "good" && (
        <path d={`M${middle + 24} ${y - 14}l5 6l9 -12`} stroke="var(--within)" strokeWidth="2.6" />
      )}
      {standing === "suspect" && (
        <rect
          x={middle - 30}
          y={y - 17}
          width="60"
          height="32"
          rx="6"
          stroke="var(--watch)"
          strokeWidth="2.5"
          strokeDasharray="6 4"
        />
      )}
      <text
        x={middle}
        y={y + 30}
        textAnchor="middle"
        fontSize="12.5"
        fill="var(--ink)"
        stroke="var(--ground)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {inLines(name).map((line, place) => (
          <tspan key={line} x={middle} dy={place ? 14 : 0}>
            {line}
          </tspan>
        ))}
      </text>
    </g>
  );
}

const WIDEST = 19;

/** A name in two lines at the most, broken between words. */
export function inLines(name: string): string[] {
  if (name.length <= WIDEST) return [name];
  const at = name.lastIndexOf(" ", WIDEST);
  if (at <= 0) return [cut(name)];
  return [name.slice(0, at), cut(name.slice(at + 1))];
}

function cut(text: string): string {
  return text.length > WIDEST ? `${text.slice(0, WIDEST - 1)}…` : text;
}

/** Plain trade symbols after IEC 60617: a resistor, a coil, a contact, a fuse. */
function Sign({ kind, x, y }: { kind: string; x: number; y: number }) {
  switch (kind) {
    case "closed":
      return <path d={`M${x - 22} ${y}L${x + 14} ${y - 9}M${x + 14} ${y - 14}V${y}H${x + 22}`} />;
    case "open":
      return <path d={`M${x - 22} ${y}L${x + 12} ${y - 14}M${x + 14} ${y}H${x + 22}`} />;
    case "fuse":
      return (
        <path d={`M${x - 22} ${y - 7}H${x + 22}V${y + 7}H${x - 22}ZM${x - 22} ${y}H${x + 22}`} />
      );
    case "joint":
      return <circle cx={x} cy={y} r="4" fill="var(--ground)" />;
    case "coil":
      return (
        <path
          d={`M${x - 22} ${y - 10}H${x + 22}V${y + 10}H${x - 22}ZM${x - 10} ${y + 10}L${x + 10} ${y - 10}`}
        />
      );
    case "sensor":
      return (
        <path
          d={`M${x - 22} ${y - 7}H${x + 22}V${y + 7}H${x - 22}ZM${x - 24} ${y + 14}H${x - 14}L${x + 18} ${y - 14}`}
        />
      );
    default:
      return <path d={`M${x - 22} ${y - 7}H${x + 22}V${y + 7}H${x - 22}Z`} />;
  }
}
